#include "app/details/area_edit.h"
#include "app/details/choices_editors.h"
#include "app/details/columns_editor.h"
#include "app/details/look_editors.h"
#include "app/details/pattern_editors.h"
#include "app/details/sentence_edit.h"

#include <QtWidgets/QtWidgets>

#include "app/theme/panel_parts.h"
#include "app/theme/theme.h"
#include "app/words.h"
#include "core/answers/choice_lists.h"
#include "core/rules/formula.h"
#include "core/text/words.h"
#include "filler/drawing_painter.h"

namespace brindel {
namespace {

/// Says what is wrong with what was typed, at the field itself.
void refuse(QWidget* edit, Desk& desk, const QString& sentence) {
    edit->setProperty("wrong", true);
    edit->style()->polish(edit);
    edit->setToolTip(sentence);
    desk.say(sentence, true);
}
void acceptIt(QWidget* edit, const QString& help) {
    if (edit->property("wrong").toBool()) {
        edit->setProperty("wrong", false);
        edit->style()->polish(edit);
    }
    edit->setToolTip(help);
}

QString valueText(const PropertyRow& r, const std::optional<Value>& value) {
    if (!value) return {};
    if (const auto* number = std::get_if<double>(&*value))
        return *number == 0 && r.type == Type::whole ? QString() : toQt(exactText(*number));
    if (const auto* text = std::get_if<std::string>(&*value)) return toQt(*text);
    if (const auto* choices = std::get_if<Choices>(&*value)) return toQt(choicesAsLines(*choices));
    return {};
}

/// The value that typed text means for a property; a sentence when it means none.
tl::expected<Value, QString> valueOf(const PropertyRow& r, const QString& text) {
    const std::string plain = fromQt(text);
    // Where a formula can stand, = begins one.
    if (takesFormula(r.prop) && text.trimmed().startsWith('=')) {
        if (const auto tree = readFormula(plain); !tree) return tl::unexpected(Words::shown(tree.error().sentence));
        return Value(fromQt(text.trimmed()));
    }
    switch (r.type) {
        case Type::number:
        case Type::whole:
        case Type::length: {
            if (text.trimmed().isEmpty())
                return r.type == Type::number && std::holds_alternative<std::string>(r.fallback) ? Value(std::string())
                                                                                                 : r.fallback;
            auto number = numberRead(plain, "en");
            if (!number)
                return tl::unexpected(
                    Words::tr("%1: enter a number; “%2” is not one.").arg(Words::shown(r.word), text.trimmed()));
            if (auto wrong = misfit(r.prop, *number); !wrong.empty())
                return tl::unexpected(Words::tr("%1: %2").arg(Words::shown(r.word), Words::shown(wrong)));
            return Value(*number);
        }
        case Type::time: {
            auto time = clockRead(plain);
            if (!text.trimmed().isEmpty() && !time)
                return tl::unexpected(Words::tr("%1: enter a time such as 08:30; “%2” is not one.")
                                          .arg(Words::shown(r.word), text.trimmed()));
            return Value(time ? timeIn(*time, "HH:mm", "en") : std::string());
        }
        case Type::choices:
            return Value(choicesFromLines(plain));
        case Type::date:
            if (auto wrong = dateMisfit(plain); !wrong.empty())
                return tl::unexpected(Words::tr("%1: %2").arg(Words::shown(r.word), Words::shown(wrong)));
            return Value(plain);
        case Type::colour:
            if (auto wrong = misfit(r.prop, plain); !wrong.empty())
                return tl::unexpected(Words::tr("%1: %2").arg(Words::shown(r.word), Words::shown(wrong)));
            return Value(plain);
        default:
            if (r.prop == Prop::pattern)
                if (auto wrong = patternMisfit(plain); !wrong.empty()) return tl::unexpected(Words::shown(wrong));
            return Value(plain);
    }
}

}  // namespace

Editor lineEditor(const PropertyRow& r, Desk& desk, Changed changed, QWidget* parent) {
    auto* edit = new QLineEdit(parent);
    edit->setFixedHeight(26);
    if (r.prop == Prop::pattern || r.prop == Prop::workedOut) edit->setFont(monoFont(12));
    const QString help = Words::shown(r.help);
    QObject::connect(edit, &QLineEdit::editingFinished, edit, [edit, &desk, r, changed, help] {
        if (!edit->isModified()) return;
        auto value = valueOf(r, edit->text());
        if (!value) return refuse(edit, desk, value.error());
        edit->setModified(false);
        acceptIt(edit, help);
        changed(*value);
    });
    return {edit, [edit, r, help](std::optional<Value> value) {
                if (edit->property("wrong").toBool() && edit->isModified()) return;
                edit->setText(valueText(r, value));
                edit->setModified(false);
                edit->setCursorPosition(0);
                acceptIt(edit, help);
                edit->setPlaceholderText(!value                                              ? Words::tr("differ")
                                         : r.type == Type::whole && r.fallback == Value(0.0) ? Words::tr("no limit")
                                                                                             : QString());
            }};
}

Editor sentenceEditor(const PropertyRow& r, Desk& desk, Changed changed, QWidget* parent) {
    auto* edit = new SentenceEdit(parent);
    if (r.prop == Prop::pattern || r.type == Type::formula) edit->setFont(monoFont(12));
    const QString help = Words::shown(r.help);
    QObject::connect(edit, &SentenceEdit::finished, edit, [edit, &desk, r, changed, help] {
        auto value = valueOf(r, edit->toPlainText());
        if (!value) return refuse(edit, desk, value.error());
        edit->document()->setModified(false);
        acceptIt(edit, help);
        changed(*value);
    });
    return {edit, [edit, r, help](std::optional<Value> value) {
                if (edit->property("wrong").toBool() && edit->document()->isModified()) return;
                const QString text = valueText(r, value);
                if (edit->toPlainText() != text) edit->setPlainText(text);
                edit->document()->setModified(false);
                acceptIt(edit, help);
                edit->setPlaceholderText(value ? QString() : Words::tr("differ"));
            }};
}

Editor areaEditor(const PropertyRow& r, Desk& desk, Changed changed, QWidget* parent) {
    auto* edit = r.type == Type::choices ? new ChoiceLines(parent) : new AreaEdit(parent);
    edit->setTabChangesFocus(true);
    const bool list = r.type == Type::choices;
    edit->setFixedHeight(list ? 112 : 46);
    if (list) edit->setLineWrapMode(QPlainTextEdit::NoWrap);
    edit->setVerticalScrollBarPolicy(Qt::ScrollBarAsNeeded);
    edit->setToolTip(Words::shown(r.help));
    edit->leftIt = [edit, &desk, r, changed] {
        auto value = valueOf(r, edit->toPlainText());
        if (!value) return refuse(edit, desk, value.error());
        edit->document()->setModified(false);
        changed(*value);
    };
    return {edit, [edit, r](std::optional<Value> value) {
                const QString text = valueText(r, value);
                if (edit->toPlainText() != text) edit->setPlainText(text);
                edit->document()->setModified(false);
                edit->setPlaceholderText(value ? QString() : Words::tr("differ"));
            }};
}

namespace {

Editor yesNoEditor(const PropertyRow& r, Desk&, Changed changed, QWidget* parent) {
    auto* box = new QCheckBox(parent);
    box->setFixedHeight(26);
    box->setToolTip(Words::shown(r.help));
    QObject::connect(box, &QCheckBox::clicked, box, [box, changed] {
        box->setTristate(false);
        changed(Value(box->isChecked()));
    });
    return {box, [box](std::optional<Value> value) {
                const QSignalBlocker quiet(box);
                box->setTristate(!value);
                if (!value)
                    box->setCheckState(Qt::PartiallyChecked);
                else
                    box->setChecked(std::get<bool>(*value));
            }};
}

Editor pickEditor(const PropertyRow& r, Desk& desk, Changed changed, QWidget* parent) {
    auto* box = new CalmCombo(parent);
    box->setFixedHeight(26);
    box->setMinimumContentsLength(6);
    box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    box->setToolTip(Words::shown(r.help));
    auto list = [box, r, &desk] {
        box->clear();
        if (r.type == Type::oneOf)
            for (const Token& t : r.tokens) box->addItem(Words::shown(t.word), toQt(std::string(t.key)));
        if (r.type == Type::style) {
            box->addItem(Words::tr("by its role"), "");
            for (const Style& s : *desk.form().styles) box->addItem(Words::shown(s.word), toQt(s.key));
        }
        if (r.type == Type::reference) {
            const bool starts = r.prop == Prop::startsIn, notice = r.prop == Prop::notice;
            box->addItem(starts   ? Words::tr("the first stop")
                         : notice ? Words::tr("none yet")
                                  : Words::tr("no field"),
                         uint(noControl));
            desk.form().controls.each([&](Id id, const Control& c) {
                const bool fits = notice   ? c.is().speaks && !c.reference(Prop::labels)
                                  : starts ? brindel::row(c.kind).tabbed
                                           : isFilled(c) && !has(c.kind, Prop::text);
                if (fits) box->addItem(toQt(c.name.empty() ? calledBy(desk.form(), c) : c.name), uint(id));
            });
        }
    };
    list();
    QObject::connect(box, &QComboBox::activated, box, [box, r, changed](int at) {
        if (r.type == Type::reference)
            changed(Value(Reference{Id(box->itemData(at).toUInt())}));
        else
            changed(Value(fromQt(box->itemData(at).toString())));
    });
    return {box, [box, r, list](std::optional<Value> value) {
                const QSignalBlocker quiet(box);
                if (r.type != Type::oneOf) list();
                int at = -1;
                if (value) {
                    if (const auto* ref = std::get_if<Reference>(&*value))
                        at = box->findData(uint(ref->id));
                    else if (const auto* text = std::get_if<std::string>(&*value))
                        at = box->findData(toQt(*text));
                }
                box->setPlaceholderText(Words::tr("differ"));
                box->setCurrentIndex(at);
            }};
}

}  // namespace

Editor makeEditor(const PropertyRow& row, Desk& desk, Changed changed, QWidget* parent,
                  std::function<std::optional<Colour>()> against) {
    switch (row.type) {
        case Type::yesNo:
            return yesNoEditor(row, desk, std::move(changed), parent);
        case Type::choices:
            return choicesEditor(row, desk, std::move(changed), parent);
        case Type::longText:
            return row.prop == Prop::listText ? listEditor(row, desk, std::move(changed), parent)
                                              : areaEditor(row, desk, std::move(changed), parent);
        case Type::oneOf:
        case Type::style:
        case Type::reference:
            return pickEditor(row, desk, std::move(changed), parent);
        case Type::columns:
            return columnsEditor(row, desk, std::move(changed), parent);
        case Type::edges:
            return holdsEditor(row, desk, std::move(changed), parent);
        case Type::image:
            return imageEditor(row, desk, std::move(changed), parent);
        case Type::colour:
            return colourEditor(row, desk, std::move(changed), std::move(against), parent);
        case Type::font:
            return fontEditor(row, desk, std::move(changed), parent);
        case Type::text:
        case Type::formula:
            if (row.prop == Prop::listColumn || row.prop == Prop::listGroups)
                return columnPicker(row, desk, std::move(changed), parent);
            if (row.prop == Prop::pattern) return patternEditor(row, desk, std::move(changed), parent);
            if (row.prop == Prop::datePattern || row.prop == Prop::timePattern)
                return momentEditor(row, desk, std::move(changed), parent);
            return sentenceEditor(row, desk, std::move(changed), parent);
        default:
            return lineEditor(row, desk, std::move(changed), parent);
    }
}

}  // namespace brindel
