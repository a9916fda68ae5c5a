// A form as a C++ class for Qt 6 Widgets: a dialog that a program shows and takes the reply from. What is written anew
// with each hand-over and what is the programmer's own are never one file.
#pragma once

#include <string>
#include <vector>

#include "core/session/form_session.h"
#include "core/targets/target_file.h"
#include "core/text/fonts.h"

namespace brindel {

/// The class of a form, in order: the part that is written anew (header and source), the functions that it uses, the
/// texts to be translated (Qt Linguist's TS 2.1; one more for each further language of the form, said there), and as a
/// start the programmer's own class, CMakeLists.txt and main.cpp. The same form and choice give the same bytes. A
/// problem where a name is none that C++ takes.
Result<std::vector<TargetFile>> classOf(const FormSession& opened, const FontBook& fonts, const ClassChoice& choice);

/// The name that the class has: the chosen one, else the form's.
std::string className(const Form& form, const ClassChoice& choice);
/// What C++ does not take of a namespace or a class's name; empty when it takes them.
Sentence classMisfit(const ClassChoice& choice);
/// True for a name that a Qt window keeps for itself, so that the class has to call the control otherwise.
bool isTakenInClass(const std::string& name);

}  // namespace brindel
