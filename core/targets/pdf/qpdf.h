// qpdf, as all of this folder takes it.
#pragma once

#if defined(__clang__)
// JSON.hh makes a vector of a class within that class, which clang takes in C++20 only from version 16 on. The class is
// named in declarations alone here, so its name is enough.
#define JSON_HH
class JSON;
#endif
#include <qpdf/DLL.h>
#include <qpdf/Types.h>
#include <functional>
#include <list>
#include <map>
#include <memory>
#include <qpdf/Pl_Flate.hh>
#include <qpdf/PointerHolder.hh>
#include <qpdf/QPDF.hh>
#include <qpdf/QPDFPageDocumentHelper.hh>
#include <qpdf/QPDFPageObjectHelper.hh>
#include <qpdf/QPDFWriter.hh>
#include <set>
#include <string>
#include <vector>
