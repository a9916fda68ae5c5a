#include "app/details/pattern_editors.h"

#include <QtWidgets/QtWidgets>

#include "app/details/sentence_edit.h"
#include "app/theme/theme.h"
#include "app/words.h"
#include "core/edit/common_patterns.h"
#include "core/text/clock.h"
#include "core/text/moment_letters.h"
#include "core/text/words.h"
#include "filler/drawing_painter.h"

namespace brindel {
namespace {

using Changed = std::function<void(std::optional<Value>)>;

QLabel* saysBelow(const char* name, QWidget* parent) {
    auto* says = new QLabel(parent);
    says->setObjectName(name);
    says->setFont(bodyFont(12));
    says->setTextFormat(Qt::PlainText);
    says->setWordWrap(true);
    return says;
}
/// What is right is said quietly, what is wrong in the colour of mistakes.
void say(QLabel* label, const QString& text, bool wrong) {
    label->setText(text);
    label->setVisible(!text.isEmpty());
    label->setProperty("secondary", !wrong);
    label->setProperty("wrong", wrong);
    label->style()->polish(label);
}

QVBoxLayout* stacked(QWidget* holder) {
    auto* column = new QVBoxLayout(holder);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(2);
    holder->setProperty("grows", true);
    return column;
}

}  // namespace

namespace {
/// The patterns that many forms need, by name.
QToolButton* commonButton(Desk& desk, QWidget* holder) {
    auto* common = new QToolButton(holder);
    common->setObjectName("commonPatterns");
    common->setFont(bodyFont(12));
    common->setPopupMode(QToolButton::InstantPopup);
    common->setStyleSheet("QToolButton::menu-indicator { image: none; }");
    common->setToolTip(Words::tr("Sets the pattern, its capitals and its message."));
    auto* menu = new QMenu(common);
    for (const CommonPattern& pattern : commonPatterns()) {
        QAction* action = menu->addAction(Words::shown(pattern.word));
        action->setObjectName("pattern-" + toQt(std::string(pattern.key)));
        action->setToolTip(toQt(std::string(pattern.fits)));
        QObject::connect(action, &QAction::triggered, holder, [&desk, &pattern] {
            desk.edit(withCommonPattern(desk.form(), desk.selection(), pattern),
                      Words::tr("Use the pattern %1").arg(Words::shown(pattern.word)));
        });
    }
    menu->setToolTipsVisible(true);
    common->setMenu(menu);
    return common;
}
}  // namespace

Editor patternEditor(const PropertyRow& r, Desk& desk, Changed changed, QWidget* parent) {
    auto* holder = new QWidget(parent);
    auto* column = stacked(holder);
    const Editor typed = sentenceEditor(r, desk, std::move(changed), holder);
    auto* edit = static_cast<SentenceEdit*>(typed.widget);
    edit->setObjectName("typedPattern");
    column->addWidget(edit);
    holder->setFocusProxy(edit);

    auto* common = commonButton(desk, holder);
    column->addWidget(common, 0, Qt::AlignLeft);

    auto* sample = new QLineEdit(holder);
    sample->setObjectName("trySample");
    sample->setFixedHeight(26);
    sample->setPlaceholderText(Words::tr("Try a sample"));
    sample->setAccessibleName(Words::tr("A sample to try the pattern on"));
    auto* says = saysBelow("sampleSays", holder);
    column->addWidget(sample);
    column->addWidget(says);

    auto tryIt = [edit, sample, says, common, &desk] {
        const std::string pattern = fromQt(edit->toPlainText());
        const Control* c = desk.form().find(desk.lead());
        const CommonPattern* known = c ? commonPatternOf(*c) : nullptr;
        common->setText((known ? Words::shown(known->word) : Words::tr("Common patterns")) + " ▾");
        sample->setVisible(!pattern.empty());
        if (pattern.empty()) return say(says, "", false);
        if (const Sentence wrong = patternMisfit(pattern); !wrong.empty()) return say(says, Words::shown(wrong), true);
        if (sample->text().isEmpty())
            return say(says,
                       known && pattern == known->pattern
                           ? Words::tr("%1 fits, %2 does not.")
                                 .arg(toQt(std::string(known->fits)), toQt(std::string(known->fails)))
                           : QString(),
                       false);
        std::string text = fromQt(sample->text());
        if (c && has(c->kind, Prop::letters))
            text = lettersAs(text, c->as<LetterCase>(), desk.form().root().text(Prop::language));
        const bool fits = matchesWhole(text, pattern);
        say(says, fits ? Words::tr("“%1” fits.").arg(toQt(text)) : Words::tr("“%1” does not fit.").arg(toQt(text)),
            !fits);
    };
    QObject::connect(edit, &QPlainTextEdit::textChanged, holder, tryIt);
    QObject::connect(sample, &QLineEdit::textChanged, holder, tryIt);
    return {holder, [show = typed.show, tryIt](std::optional<Value> value) {
                show(std::move(value));
                tryIt();
            }};
}

Editor momentEditor(const PropertyRow& r, Desk& desk, Changed changed, QWidget* parent) {
    auto* holder = new QWidget(parent);
    auto* column = stacked(holder);
    const Editor typed = lineEditor(r, desk, std::move(changed), holder);
    auto* edit = static_cast<QLineEdit*>(typed.widget);
    edit->setFont(monoFont(12));
    column->addWidget(edit);
    holder->setFocusProxy(edit);
    auto* says = saysBelow("momentSays", holder);
    column->addWidget(says);
    auto sample = [edit, says, &desk, ofDate = r.prop == Prop::datePattern] {
        const std::string pattern = fromQt(edit->text());
        const std::string& language = desk.form().root().text(Prop::language);
        if (pattern.empty()) return say(says, "", false);
        if (const Sentence wrong = ofDate ? datePatternMisfit(pattern) : timePatternMisfit(pattern); !wrong.empty())
            return say(says, Words::shown(wrong), true);
        say(says, toQt(ofDate ? dateIn(todayHere(), pattern, language) : timeIn(minutesHere(), pattern, language)),
            false);
    };
    QObject::connect(edit, &QLineEdit::textChanged, holder, sample);
    return {holder, [show = typed.show, sample](std::optional<Value> value) {
                show(std::move(value));
                sample();
            }};
}

}  // namespace brindel
