// The C++ class of a form does what the form does: filled by names alone, it holds, complains of, works out, shows and
// replies what a session does.
#include "core/targets/qt/qt_class.h"

#include <gtest/gtest.h>

#include <QtWidgets/QtWidgets>
#include <nlohmann/json.hpp>
#include <random>

#include "core/draw/draw_control.h"
#include "core/layout/growing.h"
#include "core/session/form_session.h"
#include "filler/form_to_fill.h"
#include "tests/classes/classes.h"
#include "tests/moments.h"
#include "tests/support.h"

namespace brindel::test {
namespace {

// Without an order: Qt's objects have none of their own.
using Json = nlohmann::json;

QString qt(const std::string& text) {
    return QString::fromStdString(text);
}
std::string plain(const QString& text) {
    return text.toStdString();
}
Json jsonOf(const QJsonValue& value) {
    return Json::parse(QJsonDocument(QJsonObject{{"v", value}}).toJson().toStdString())["v"];
}

/// Values for a form: what it takes, what it does not, and now and then nothing.
class Values {
  public:
    explicit Values(unsigned seed) : random_(seed) {}

    Json valuesFor(const Form& designed) {
        Json all = Json::object();
        // Now and then with rows that the filler has added.
        Form form = designed;
        for (Id id : allIds(designed))
            for (std::size_t i = chance(4); i > 0 && designed.find(id)->is().grid; --i) form = rowAdded(form, id);
        for (Id id : form.index()->fields()) {
            if (chance(5) == 0) continue;
            const Json value = valueFor(form, *form.find(id));
            if (!value.is_discarded()) all[form.index()->answerName(id)] = value;
        }
        return all;
    }
    /// What might be typed into a field.
    std::string typedFor(const Control& c) {
        static const std::vector<std::string> any = {
            "12",         "3.5",        "7,25",       "-4",     "1.234,5", "1,234.50", "0.1",   "99999",
            "2026-05-02", "1 May 2026", "31.12.2026", "9:30",   "0930",    "14.15",    "25:00", "abc",
            "Ærø ß",      "  ",         "FW-20417",   "fw-204", "Timber",  "x"};
        (void)c;
        return any[chance(any.size())];
    }
    std::size_t chance(std::size_t of) { return std::uniform_int_distribution<std::size_t>(0, of - 1)(random_); }

  private:
    Json valueFor(const Form& form, const Control& c) {
        auto choice = [&]() -> Json {
            const Choices& all = c.choices();
            if (all.empty() || chance(8) == 0) return "something else";
            const Choice& one = all[chance(all.size())];
            return chance(2) ? one.value : one.text;
        };
        switch (c.is().answers) {
            case AnswerType::number: {
                static const std::vector<double> numbers = {0,  1,   2,   3.5,   12.25,     24, 25,
                                                            26, 100, 365, 1.005, 12345.678, -1};
                if (chance(8) == 0) return typedFor(c);
                return numbers[chance(numbers.size())];
            }
            case AnswerType::date: {
                static const std::vector<std::string> days = {"2026-04-01", "2026-03-31", "2026-04-02", "2027-12-31",
                                                              "2026-10-15", "1969-01-01", "no day",     "2026-02-30"};
                return days[chance(days.size())];
            }
            case AnswerType::time: {
                static const std::vector<std::string> times = {"08:30", "07:00", "19:00", "19:15",
                                                               "00:00", "23:59", "later"};
                return times[chance(times.size())];
            }
            case AnswerType::choice:
                return choice();
            case AnswerType::picks: {
                if (!takesSeveral(c)) return choice();
                Json list = Json::array();
                for (std::size_t i = chance(4); i > 0; --i) list.push_back(choice());
                return list;
            }
            case AnswerType::tick:
                return chance(9) == 0 ? Json("yes") : Json(chance(2) == 0);
            case AnswerType::question: {
                const auto buttons = radioGroupOf(form, c);
                return chance(8) == 0 ? std::string("none of these")
                                      : valueWhenOn(*form.find(buttons[chance(buttons.size())]));
            }
            case AnswerType::picture:
                return chance(2) ? onePixel : "";
            case AnswerType::ink:
                return chance(2) ? "M 10 10 L 500 700" : "";
            default: {
                static const std::vector<std::string> texts = {
                    "Kittiwake",  "FW-20417",
                    "fw-204",     "",
                    "Łódź & Søn", "a \"quoted\" <b>",
                    "one\ntwo",   "%1 %2",
                    "yes",        "A rather long name that goes on and on, beyond what any field of a form takes"};
                return texts[chance(texts.size())];
            }
        }
    }
    std::mt19937 random_;
};

/// The widget of a name; of a radio button that has a name as well.
QWidget* widgetNamed(QWidget& window, const std::string& name) {
    return window.findChild<QWidget*>(qt(name));
}
bool isUsable(const QWidget* widget, const QWidget& window) {
    for (const QWidget* one = widget; one && one != &window; one = one->parentWidget()) {
        auto* stack = qobject_cast<QStackedWidget*>(one->parentWidget());
        auto* tabs = stack ? qobject_cast<QTabWidget*>(stack->parentWidget()) : nullptr;
        if (tabs) {
            const int at = tabs->indexOf(const_cast<QWidget*>(one));
            if (!tabs->isTabVisible(at) || !tabs->isTabEnabled(at)) return false;
            continue;
        }
        if (one->isHidden()) return false;
    }
    return true;
}

/// Everything that both say of the form as it is filled now.
void expectSame(const FormSession& session, ClassWindow& form, const std::string& what) {
    SCOPED_TRACE(what);
    const Json values = jsonOf(form.toJson().value("values"));
    Json mine = Json::parse(session.reply())["values"];
    EXPECT_EQ(values, mine);
    Json said = Json::array(), meant = Json::array();
    for (const auto& [name, sentence] : form.complaints()) said.push_back({plain(name), plain(sentence)});
    for (const Wrong& wrong : session.wrongs())
        meant.push_back({session.form().index()->answerName(wrong.id), wrong.sentence});
    EXPECT_EQ(said, meant);
    session.form().controls.each([&](Id id, const Control& c) {
        QWidget* widget =
            c.name.empty() || id == rootId || c.is().turned ? nullptr : widgetNamed(form.window(), c.name);
        if (!widget) return;
        bool seen = true;
        for (const Control* at = &c; at; at = session.form().find(at->parent)) seen = seen && session.visible(at->id);
        EXPECT_EQ(isUsable(widget, form.window()), seen) << c.name;
    });
}

class EachClass : public testing::TestWithParam<std::string> {
  protected:
    Form form_ = readForm(textOf(knownClasses().at(GetParam()).formFile)).value().form;
    std::unique_ptr<ClassWindow> window() {
        auto made = knownClasses().at(GetParam()).make();
        made->setNow(QDate(2026, 4, 1), QTime(9, 0));
        return made;
    }
    FormSession session() const { return FormSession(form_, today, 9 * 60); }
};

TEST_P(EachClass, BeginsAsTheFormDoes) {
    auto form = window();
    expectSame(session(), *form, "at the beginning");
}

TEST_P(EachClass, TakesValuesAsASessionDoes) {
    for (unsigned seed = 1; seed <= 10; ++seed) {
        auto form = window();
        FormSession filled = session();
        Values values(seed);
        const Json all = values.valuesFor(form_);
        Json refused = Json::array(), meant = Json::array();
        for (const QString& one :
             form->fromJson(QJsonDocument::fromJson(QByteArray::fromStdString(all.dump())).object()))
            refused.push_back(plain(one));
        Reply reply;
        reply.values = readAnswers(all.dump()).value();
        for (const Problem& one : filled.take(reply)) meant.push_back(one.place + ": " + one.sentence.text());
        std::sort(refused.begin(), refused.end());
        std::sort(meant.begin(), meant.end());
        EXPECT_EQ(refused, meant) << all.dump(1);
        expectSame(filled, *form, all.dump(1));
        // The struct holds all of it.
        const QJsonObject before = form->toJson();
        form->takesItsReply();
        EXPECT_EQ(before.value("values"), form->toJson().value("values"));
    }
}

TEST_P(EachClass, IsTypedIntoAsASessionIs) {
    for (unsigned seed = 1; seed <= 10; ++seed) {
        auto form = window();
        FormSession filled = session();
        Values values(seed * 77);
        std::string typed;
        for (Id id : form_.index()->fields()) {
            const Control& c = *form_.find(id);
            QWidget* widget = c.name.empty() ? nullptr : widgetNamed(form->window(), c.name);
            if (!widget || values.chance(4) == 0) continue;
            auto* line = qobject_cast<QLineEdit*>(widget);
            if (auto* spin = qobject_cast<QAbstractSpinBox*>(widget)) line = spin->findChild<QLineEdit*>();
            if (auto* box = qobject_cast<QComboBox*>(widget)) line = box->lineEdit();
            auto* area = qobject_cast<QPlainTextEdit*>(widget);
            auto* tick = qobject_cast<QCheckBox*>(widget);
            if (!line && !area && !tick) continue;
            if (!filled.open(id)) continue;
            const std::string text = values.typedFor(c);
            typed += c.name + " " + text + "; ";
            if (tick) {
                tick->click();
                filled.tick(id, tick->isChecked());
                continue;
            }
            if (line)
                line->setText(qt(text));
            else
                area->setPlainText(qt(text));
            const std::string held = filled.type(id, text);
            EXPECT_EQ(plain(line ? line->text() : area->toPlainText()), held) << c.name;
            // Left, it is written as the form writes it.
            QFocusEvent out(QEvent::FocusOut, Qt::TabFocusReason);
            QApplication::sendEvent(line ? static_cast<QWidget*>(line) : area, &out);
            filled.leave(id);
            EXPECT_EQ(plain(line ? line->text() : area->toPlainText()), filled.shown(id).text)
                << c.name << " was " << text;
        }
        expectSame(filled, *form, typed);
    }
}

/// Where a widget of the class stands, and where Try has it, px. A document's from its page.
std::pair<QRect, QRect> placesOf(const Form& form, Id id, QWidget& window, QWidget* here, QWidget* there,
                                 QWidget& tried) {
    const double reach = signReach(form, *form.find(id), fonts());
    if (form.isDialog()) {
        QRect meant(there->mapTo(&tried, QPoint()), there->size());
        meant.setWidth(meant.width() - int(reach));
        return {QRect(here->mapTo(&window, QPoint()), here->size()), meant};
    }
    QWidget* page = here;
    QWidget* sheet = window.findChild<QScrollArea*>()->widget();
    while (page->parentWidget() != sheet) page = page->parentWidget();
    const double scale = 96 / 25.4;
    const Box box = onSurface(form, id);
    return {QRect(here->mapTo(page, QPoint()), here->size()),
            QRectF(box.left * scale, box.top * scale, box.width * scale, box.height * scale).toRect()};
}

TEST_P(EachClass, StandsWhereTryHasIt) {
    if (GetParam() == "hostile-words") return;  // its wording does not fit where it was placed
    for (const bool filledIn : {false, true}) {
        auto made = window();
        QWidget& form = made->window();
        FormSession filled = session();
        if (filledIn) {
            made->fromJson({{"chkDefect", true}});
            filled.put("chkDefect", true);
        }
        form.show();
        QApplication::processEvents();
        FormToFill tried(filled, fonts(), form_.isDialog() ? 1 : 96 / 25.4);
        tried.show();
        for (Id id : allIds(form_)) {
            const Control& c = *form_.find(id);
            QWidget *here = c.name.empty() ? nullptr : widgetNamed(form, c.name), *there = tried.widgetOf(id);
            if (!here || !there) continue;
            filled.show(id);
            tried.refresh();
            for (QWidget* one = here; one; one = one->parentWidget())
                if (auto* stack = qobject_cast<QStackedWidget*>(one->parentWidget()))
                    if (auto* tabs = qobject_cast<QTabWidget*>(stack->parentWidget())) tabs->setCurrentWidget(one);
            QApplication::processEvents();
            if (!here->isVisible() || !there->isVisible()) continue;
            const auto [mine, meant] = placesOf(form_, id, form, here, there, tried);
            // A tick is as wide as its wording.
            const bool worded = qobject_cast<QCheckBox*>(here) || qobject_cast<QRadioButton*>(here);
            const int off = std::max({std::abs(mine.left() - meant.left()), std::abs(mine.top() - meant.top()),
                                      worded ? 0 : std::abs(mine.right() - meant.right()),
                                      std::abs(mine.bottom() - meant.bottom())});
            EXPECT_LE(off, form_.isDialog() ? 6 : 12)
                << c.name << ": " << mine.left() << "," << mine.top() << " " << mine.width() << "x" << mine.height()
                << " and " << meant.left() << "," << meant.top() << " " << meant.width() << "x" << meant.height();
        }
        if (!form_.isDialog()) continue;
        EXPECT_LE(std::abs(form.width() - tried.width()), 6) << form.width() << " and " << tried.width();
        EXPECT_LE(std::abs(form.height() - tried.height()), 6) << form.height() << " and " << tried.height();
    }
}

/// Every wording is shown, to the letter.
TEST_P(EachClass, ShowsEveryWording) {
    auto made = window();
    QString shown;
    for (QWidget* one : made->window().findChildren<QWidget*>()) {
        if (auto* label = qobject_cast<QLabel*>(one)) shown += label->text() + "\n";
        if (auto* button = qobject_cast<QAbstractButton*>(one)) shown += button->text() + "\n";
        if (auto* edit = qobject_cast<QLineEdit*>(one)) shown += edit->placeholderText() + "\n";
        shown += one->toolTip() + "\n" + one->accessibleName() + "\n";
    }
    shown.replace("&&", "&");
    for (Id id : allIds(form_)) {
        const Control& c = *form_.find(id);
        for (Prop prop : {Prop::text, Prop::title, Prop::hint}) {
            // A tab has a key in its wording; tests of names look at those.
            if (!has(c.kind, prop) || c.text(prop).empty() || c.is().turned || !c.text(Prop::accessKey).empty())
                continue;
            EXPECT_TRUE(shown.contains(qt(c.text(prop)))) << c.name << ": " << c.text(prop).substr(0, 200);
        }
    }
}

/// Wording as another language has it: a third longer, in words.
class Longer : public QTranslator {
  public:
    QString translate(const char*, const char* source, const char*, int) const override {
        const QString text = QString::fromUtf8(source);
        QString more;
        while (more.size() < std::ceil(text.size() * 0.35)) more += more.size() % 7 == 3 ? u' ' : u'n';
        return text.trimmed().size() < 2 || text.contains('%') ? text : text + more;
    }
    bool isEmpty() const override { return false; }
};

/// Widgets of one container that lie over each other, and wording that is cut off.
void expectRoom(QWidget& window, const QString& what) {
    SCOPED_TRACE(plain(what));
    QList<QTabWidget*> tabs = window.findChildren<QTabWidget*>();
    const int pages = tabs.isEmpty() ? 1 : tabs.first()->count();
    for (int page = 0; page < pages; ++page) {
        if (!tabs.isEmpty()) tabs.first()->setCurrentIndex(page);
        QApplication::processEvents();
        QList<QWidget*> all = window.findChildren<QWidget*>();
        all << &window;
        for (QWidget* holder : all) {
            if (!holder->isVisible() || !holder->layout() || holder->inherits("QCalendarWidget")) continue;
            QList<QWidget*> within;
            for (QWidget* one : holder->findChildren<QWidget*>(Qt::FindDirectChildrenOnly))
                if (one->isVisible() && one->objectName() != "marks") within << one;
            for (int i = 0; i < within.size(); ++i) {
                EXPECT_TRUE(holder->rect().contains(within[i]->geometry()))
                    << plain(within[i]->objectName()) << " sticks out of " << plain(holder->objectName());
                for (int k = 0; k < i; ++k)
                    EXPECT_FALSE(within[i]->geometry().adjusted(1, 1, -1, -1).intersects(within[k]->geometry()))
                        << plain(within[i]->objectName() + " " + within[i]->accessibleName()) << " lies over "
                        << plain(within[k]->objectName() + " " + within[k]->accessibleName());
            }
        }
        for (QWidget* one : all) {
            if (!one->isVisible()) continue;
            if (auto* label = qobject_cast<QLabel*>(one);
                label && !label->text().isEmpty() && !qobject_cast<QLineEdit*>(label->parentWidget())) {
                const bool fits = label->wordWrap() ? label->heightForWidth(label->width()) <= label->height() + 1
                                                    : label->width() >= label->sizeHint().width();
                EXPECT_TRUE(fits) << plain(label->text()) << ": " << label->width() << "x" << label->height()
                                  << ", needs " << label->sizeHint().width() << " or "
                                  << label->heightForWidth(label->width());
            }
            if (auto* button = qobject_cast<QAbstractButton*>(one); button && !button->text().isEmpty())
                EXPECT_GE(button->width(), button->minimumSizeHint().width()) << plain(button->text());
        }
    }
}

TEST_P(EachClass, HasRoomForLongerWordsAndLargerLetters) {
    const QFont usual = QApplication::font();
    auto looked = [&](const QString& what) {
        auto made = window();
        made->fromJson({{"chkDefect", true}});
        made->window().show();
        QApplication::processEvents();
        made->window().resize(made->window().sizeHint().expandedTo(made->window().size()));
        if (const char* to = std::getenv("PICTURES"))
            made->window().grab().save(QString("%1/%2-%3.png").arg(to, qt(GetParam()), what));
        expectRoom(made->window(), what);
    };
    looked("as it is");
    QFont larger = usual;
    larger.setPointSize(12);
    QApplication::setFont(larger);
    looked("two points larger");
    larger.setPointSize(15);
    QApplication::setFont(larger);
    looked("half as large again");
    QApplication::setFont(usual);
    Longer german;
    QApplication::installTranslator(&german);
    looked("a third longer");
    QApplication::removeTranslator(&german);
}

/// What an act of a session came to, each question answered with yes.
void follow(FormSession& session, const Outcome& outcome, ClassWindow::Did& did) {
    for (const std::string& one : outcome.says) did.said << qt(one);
    for (const Offer& one : outcome.offers) did.said << qt(one.to);
    did.accepted += outcome.then == Outcome::Then::accepted || outcome.then == Outcome::Then::goesOn;
    did.left += outcome.then == Outcome::Then::left;
    if (!outcome.asks) return;
    did.said << qt(*outcome.asks);
    follow(session, session.answered(true), did);
}

TEST_P(EachClass, DoesWhatItsRulesSayWhenButtonsArePressed) {
    for (unsigned seed = 1; seed <= 6; ++seed) {
        auto form = window();
        FormSession filled = session();
        Values values(seed * 31);
        const Json all = seed == 1 ? Json::object() : values.valuesFor(form_);
        form->fromJson(QJsonDocument::fromJson(QByteArray::fromStdString(all.dump())).object());
        Reply reply;
        reply.values = readAnswers(all.dump()).value();
        filled.take(reply);
        form->window().show();
        QApplication::processEvents();
        ClassWindow::Did meant;
        follow(filled, filled.opened(), meant);
        for (Id id : allIds(form_)) {
            const Control& c = *form_.find(id);
            auto* button =
                c.is().pressed ? qobject_cast<QAbstractButton*>(widgetNamed(form->window(), c.name)) : nullptr;
            if (!button || c.as<ButtonRole>() == ButtonRole::cancel) continue;
            SCOPED_TRACE(c.name + " after " + all.dump());
            button->click();
            follow(filled, filled.press(id), meant);
            const auto did = form->takeDone();
            EXPECT_EQ(did.said.join("|").toStdString(), meant.said.join("|").toStdString());
            EXPECT_EQ(did.accepted, meant.accepted);
            EXPECT_EQ(did.left, meant.left);
            expectSame(filled, *form, c.name);
            meant = {};
            if (did.accepted) form->window().show();
        }
    }
}

/// Dates and times as people write them, typed into classes of forms in their languages.
TEST(TypedMoments, AreReadByClassesAsBySessions) {
    int typed = 0;
    for (const TypedMoment& one : typedMoments()) {
        const auto known = knownClasses().find("moments-" + plain(qt(one.language).toLower()));
        const bool date = one.what == "date";
        if (known == knownClasses().end() || (!date && one.what != "time")) continue;
        const Form form = readForm(textOf(known->second.formFile)).value().form;
        const Control& field = *form.named(date ? "dtmDay" : "timHour");
        if (field.text(date ? Prop::datePattern : Prop::timePattern) != one.pattern) continue;
        auto made = known->second.make();
        QWidget* widget = widgetNamed(made->window(), field.name);
        auto* line = qobject_cast<QLineEdit*>(widget);
        if (auto* spin = qobject_cast<QAbstractSpinBox*>(widget)) line = spin->findChild<QLineEdit*>();
        if (auto* box = qobject_cast<QComboBox*>(widget)) line = box->lineEdit();
        ASSERT_NE(line, nullptr) << field.name;
        EXPECT_FALSE(line->placeholderText().isEmpty()) << "how it is written is shown before the mistake";
        line->setText(qt(one.typed));
        const QString value = made->toJson().value("values").toObject().value(qt(field.name)).toString();
        EXPECT_EQ(one.says == "-" ? plain(value) : one.says, plain(value)) << one.language << ": " << one.typed;
        if (one.says == "-") EXPECT_FALSE(made->complaints().isEmpty()) << one.language << ": " << one.typed;
        ++typed;
    }
    if (knownClasses().contains("moments-de")) EXPECT_GT(typed, 80);
}

/// A rule that waits for a whole date or time is asked at the same letter as in a session.
TEST(TypedMoments, AreWholeInClassesWhereTheyAreInSessions) {
    int compared = 0, whole = 0;
    for (const char* language : {"de", "fr", "pl", "en-us", "en-gb", "he"}) {
        const auto known = knownClasses().find("moments-" + std::string(language));
        if (known == knownClasses().end()) continue;
        const Form form = readForm(textOf(known->second.formFile)).value().form;
        for (const auto& [name, texts] : std::map<std::string, std::vector<std::string>>{
                 {"dtmDay",
                  {"24.12.2026", "4/5/2026", "1 Apr 2026", "24. Dez. 26", "2026-12-24", "12/24/26", "31.2.2026"}},
                 {"timHour", {"09:30", "9.30", "930", "9 Uhr 30", "9:30 pm", "21h30", "25:00"}}})
            for (const std::string& text : texts) {
                auto made = known->second.make();
                FormSession session(form, today);
                QWidget* widget = widgetNamed(made->window(), name);
                auto* line = qobject_cast<QLineEdit*>(widget);
                if (auto* spin = qobject_cast<QAbstractSpinBox*>(widget)) line = spin->findChild<QLineEdit*>();
                if (auto* box = qobject_cast<QComboBox*>(widget)) line = box->lineEdit();
                ASSERT_NE(line, nullptr) << name;
                for (std::size_t length = 1; length <= text.size(); ++length) {
                    line->setText(qt(text.substr(0, length)));
                    session.type(form.named(name)->id, text.substr(0, length));
                    (void)session.takeReaction();
                    const double times = made->toJson().value("values").toObject().value("numTimes").toDouble();
                    const Answer meant = session.answer(form.named("numTimes")->id);
                    EXPECT_EQ(times, std::holds_alternative<double>(meant) ? std::get<double>(meant) : 0)
                        << language << ": " << text.substr(0, length);
                    ++compared;
                    whole += times > 0;
                }
            }
    }
    if (!knownClasses().contains("moments-de")) return;  // another program has them
    EXPECT_GT(compared, 600);
    EXPECT_GT(whole, 30);
}

TEST(TypedMoments, WhatIsSecretIsNotToldToWhoeverGuesses) {
    const auto known = knownClasses().find("moments-de");
    if (known == knownClasses().end()) return;  // another program has it
    const QStringList refused = known->second.make()->fromJson({{"txtPin", "1"}});
    ASSERT_EQ(refused.size(), 1);
    EXPECT_FALSE(refused[0].contains("20417")) << plain(refused[0]);
    EXPECT_TRUE(known->second.make()->fromJson({{"txtPin", "20417"}}).isEmpty());
}

TEST(GrowingClass, AddsRowsAndTakesThemAway) {
    const auto known = knownClasses().find("winter-storage-agreement");
    if (known == knownClasses().end()) return;  // another program has it
    auto made = known->second.make();
    QWidget& form = made->window();
    form.show();
    QApplication::processEvents();
    auto button = [&](const QString& text) -> QToolButton* {
        for (auto* one : form.findChildren<QToolButton*>())
            if (one->text() == text) return one;
        return nullptr;
    };
    ASSERT_TRUE(button("Add a row") && button("Add a row")->isVisibleTo(&form));
    EXPECT_FALSE(button("Remove the last row")->isVisibleTo(&form));
    EXPECT_FALSE(made->toJson()["values"].toObject().contains("numPrice6"));
    const int before = form.findChild<QScrollArea*>()->widget()->height();
    const int below = form.findChild<QAbstractSpinBox*>("numTotal")->y();
    button("Add a row")->click();
    QApplication::processEvents();
    auto* price = form.findChild<QAbstractSpinBox*>("numPrice6");
    ASSERT_TRUE(price && price->isVisibleTo(&form));
    EXPECT_GE(form.findChild<QScrollArea*>()->widget()->height(), before);
    EXPECT_GT(form.findChild<QAbstractSpinBox*>("numTotal")->y(), below);  // what stands below makes room
    price->findChild<QLineEdit*>()->setText("120");
    EXPECT_EQ(made->toJson()["values"].toObject()["numTotal"], 120);
    button("Remove the last row")->click();
    EXPECT_FALSE(price->isVisibleTo(&form));
    EXPECT_EQ(made->toJson()["values"].toObject()["numTotal"], 0);
    EXPECT_FALSE(made->toJson()["values"].toObject().contains("numPrice6"));
    // The form takes so many rows and no more.
    for (int i = 0; i < 30; ++i) button("Add a row")->click();
    EXPECT_FALSE(button("Add a row")->isVisibleTo(&form));
    FormSession filled(readForm(textOf(known->second.formFile)).value().form, today);
    const Id table = filled.form().named("tblWorkWantedOverWinter")->id;
    while (filled.addRow(table)) {
    }
    EXPECT_EQ(std::size_t(made->toJson()["values"].toObject().size()), filled.answers().size());
}

std::vector<std::string> allClasses() {
    std::vector<std::string> names;
    for (const auto& [name, known] : knownClasses()) names.push_back(name);
    return names;
}
INSTANTIATE_TEST_SUITE_P(Classes, EachClass, testing::ValuesIn(allClasses()), [](const auto& one) {
    std::string name = one.param;
    std::erase(name, '-');
    return name;
});
GTEST_ALLOW_UNINSTANTIATED_PARAMETERIZED_TEST(EachClass);

}  // namespace
}  // namespace brindel::test
