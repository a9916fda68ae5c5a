// Words that designers read. All of them go through here, so that they can be said in another language: what stands in
// code as Words::tr("…"), what stands in tables and what core says by `shown`. The build gathers all into a .ts file.
#pragma once

#include <QCoreApplication>
#include <string_view>

#include "core/model/sentence.h"

namespace brindel {

struct Words {
    Q_DECLARE_TR_FUNCTIONS(Words)

  public:
    /// A word of a table: of kinds, properties, styles, commands …
    static QString shown(const char* word) { return QCoreApplication::translate("Words", word); }
    static QString shown(std::string_view word) {
        return QCoreApplication::translate("Words", QByteArray(word.data(), qsizetype(word.size())).constData());
    }
    static QString shown(const QString& word) {
        return QCoreApplication::translate("Words", word.toUtf8().constData());
    }
    /// What core says.
    static QString shown(const Sentence& sentence) {
        const auto word = [](const std::string& one) { return shown(one.c_str()).toStdString(); };
        return QString::fromStdString(sentence.isSaid ? sentence.pattern
                                                      : sentence.filled(word(sentence.pattern), word));
    }
};

}  // namespace brindel
