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
    /// What counts: "%n findings", and how that reads of one; a translation has all the forms of its language.
    static QString counted(const char* many, const char* one, qint64 count) {
        const QString said = QCoreApplication::translate("Words", many, one, int(count));
        const bool untold = said == QString::fromUtf8(many).replace("%n", QString::number(count));
        return untold && count == 1 ? QCoreApplication::translate("Words", one) : said;
    }
    /// What core says.
    static QString shown(const Sentence& sentence) {
        if (sentence.isSaid) return QString::fromStdString(sentence.pattern);
        const auto word = [](const std::string& one) { return shown(one.c_str()).toStdString(); };
        const std::string by =
            sentence.count < 0 ? word(sentence.pattern)
                               : counted(sentence.pattern.c_str(), sentence.one.c_str(), sentence.count).toStdString();
        return QString::fromStdString(sentence.filled(by, word));
    }
};

}  // namespace brindel
