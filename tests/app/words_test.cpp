// What designers read can be said in another language: a translator that marks every word it is asked for finds none
// left unmarked in the window, and the file for those who translate has them all.
#include "app/words.h"

#include <regex>

#include "core/text/filler_language.h"
#include "filler/form_to_fill.h"
#include "tests/app/driver.h"

using namespace brindel;
using namespace brindel::test;

namespace {

/// Puts ‹ › around all that goes through it.
class Marking : public QTranslator {
  public:
    Marking() { QCoreApplication::installTranslator(this); }
    ~Marking() override { QCoreApplication::removeTranslator(this); }
    bool isEmpty() const override { return false; }
    QString translate(const char* context, const char* text, const char*, int) const override {
        // Qt's own words have catalogues of their own.
        return QLatin1String(context) == QLatin1String("Words") ? "‹" + QString::fromUtf8(text) + "›" : QString();
    }
};

bool isWording(const QString& text) {
    static const QRegularExpression letters("[a-zäöü]{3}");
    return letters.match(text).hasMatch() && !text.contains("‹");
}

/// The texts below a widget that were never translated, each with who says it.
QStringList unmarked(QWidget* root, const Form& form) {
    QStringList found;
    // What a form says is its author's, in the form's language.
    QStringList own{toQt(form.root().text(Prop::title))};
    for (Id id : allIds(form)) {
        const Control& c = *form.find(id);
        own << toQt(c.name) << toQt(calledBy(form, c)) << toQt(c.text(Prop::text)) << toQt(c.text(Prop::title));
    }
    auto look = [&](const QObject* who, const QString& text) {
        // Wordings of sample forms.
        if (text.contains("→") || who->objectName().startsWith("demo-")) return;
        // What fillers read is in the form's language.
        for (const QObject* at = who; at; at = at->parent())
            if (qobject_cast<const FormToFill*>(at)) return;
        if (who->objectName() == "takes") return;
        // Names of languages, and the class that the form's own name gives.
        if (who->objectName().startsWith("language-") || who->objectName() == "className") return;
        // Files that were opened lately, by their own names.
        if (who->isWidgetType() && static_cast<const QWidget*>(who)->toolTip().endsWith(".brindel")) return;
        for (const QString& one : own)
            if (!one.isEmpty() && (text == one || text.contains("“" + one))) return;
        if (isWording(text)) {
            QStringList within;
            for (const QObject* at = who; at; at = at->parent())
                within << QString("%1 %2").arg(at->metaObject()->className(), at->objectName()).trimmed();
            found << text + "\n    in " + within.join(", in ");
        }
    };
    for (QLabel* label : root->findChildren<QLabel*>()) look(label, label->text());
    for (QAbstractButton* b : root->findChildren<QAbstractButton*>())
        if (!qobject_cast<QTabBar*>(b->parentWidget())) look(b, b->text());
    for (QAction* action : root->findChildren<QAction*>()) look(action, action->text());
    for (QMenu* menu : root->findChildren<QMenu*>()) look(menu, menu->title());
    for (QLineEdit* edit : root->findChildren<QLineEdit*>()) look(edit, edit->placeholderText());
    for (QWidget* widget : root->findChildren<QWidget*>()) look(widget, widget->toolTip());
    return found;
}

}  // namespace

TEST(Words, NothingThatDesignersReadIsLeftOut) {
    const Marking marking;
    Driver driver(demo("lift-out-booking"));
    for (const PassRow& row : passes()) {
        driver.window.setPass(row.pass);
        ASSERT_EQ(driver.desk().pass(), row.pass) << row.key;
        for (const char* name : {"txtBoatName", "numLength", "cboHull", "btnBookLift", "tbsLiftOutBooking"}) {
            driver.desk().select({driver.at(name).id});
            QCoreApplication::processEvents();
            // The sheet shows the form itself.
            QStringList left = unmarked(&driver.window, driver.form());
            left.removeDuplicates();
            EXPECT_TRUE(left.isEmpty()) << name << "\n" << left.join("\n").toStdString();
        }
    }
}

namespace {

/// What is not said any more, and what is said instead (words of Brindel: one word for one thing, plain at first
/// reading).
const std::pair<const char*, const char*> notSaid[] = {
    {R"(\bis (none|no (number|date|time|name|unit|PDF|ZIP|XML|form|kit|language))\b)", "is not a number"},
    {R"(\bare the most\b|\bis the most\b)", "at most"},
    {R"(\b[Ww]hoever\b)", "the person who"},
    {R"(\bwho has no mouse\b)", "people without a mouse"},
    {R"(\b([Tt]ake|[Tt]akes|[Tt]aken) (out|away|in|back|off|over)\b)", "remove, import, undo"},
    {R"(\b[Ww]rit(e|es|ten) out\b)", "export"},
    {R"(\b[Tt]hrow(n)? away\b)", "discard"},
    {R"(\b(silence|silenced|Say it again|Leave it here|Left:)\b)", "set aside, bring back, cancel"},
    {R"(\b(hosts?|host program)\b)", "the calling program"},
    {R"(\be-mail\b|\bpost code\b)", "email, postcode"},
    {R"(\bpassed by\b)", "skipped"},
    {R"(\b(lie|lies|go|goes) too deep\b)", "nested too deeply"},
    {R"(\banew\b|\b[Rr]eckoned\b|\bby pen\b)", "again, measured, in pen"},
    {R"(\bone that does\b.*\bdoes not\b)", "shorter"},
    {R"(\b[Tt]urn to\b)", "go to page"},
    {R"(\b(stands?|stood) (in|at|on|before|behind|from|beside)\b)", "is"},
    {R"(\bfor itself\b|\bfor themselves\b)", "reserved by"},
    {R"(\bspeaks for\b)", "belongs to"},
    {R"(\bthe line is down\b|\bthe other side\b)", "check your connection"},
    {R"(\bthe only with the word\b|\bthe word of\b)", "password"},
    {R"(\bparted by\b)", "separated by"},
    {R"(\bReplies filled before\b)", "earlier replies"},
    {R"(\bNothing of this\b|\bNo name has it\b)", "none of this"},
};

/// The texts of the file for translators.
std::vector<std::string> textsSaid() {
    std::vector<std::string> all;
    const std::string words = textOf(std::string(BRINDEL_BIN) + "/../words/brindel.ts");
    const std::regex source("<source>([^<]*)</source>");
    for (std::sregex_iterator at(words.begin(), words.end(), source), end; at != end; ++at) all.push_back((*at)[1]);
    return all;
}

std::string notSaidIn(const std::string& text) {
    static const std::vector<std::regex> patterns = [] {
        std::vector<std::regex> all;
        for (const auto& [pattern, instead] : notSaid) all.emplace_back(pattern, std::regex::optimize);
        return all;
    }();
    for (std::size_t i = 0; i < patterns.size(); ++i)
        if (std::regex_search(text, patterns[i])) return notSaid[i].second;
    return {};
}

}  // namespace

TEST(Words, WhatIsNotSaidAnyMoreDoesNotComeBack) {
    std::vector<std::string> all = textsSaid();
    EXPECT_GT(all.size(), 2000u) << "or this reads nothing";
    for (const FillerLanguage* language : fillerLanguages())
        if (language->code == "en")
            for (const FillerSentence& one : language->sentences) all.emplace_back(one.pattern);
    std::vector<std::filesystem::path> pages = {"README.md",       "ARCHITECTURE.md",
                                                "CONTRIBUTING.md", "CHANGELOG.md",
                                                "SECURITY.md",     "core/targets/kit/covering_page.cpp"};
    const std::filesystem::path source = BRINDEL_SOURCE;
    for (const auto& entry : std::filesystem::directory_iterator(source / "docs"))
        if (entry.path().extension() == ".md") pages.push_back(entry.path());
    EXPECT_GT(pages.size(), 15u);
    const std::regex code("`[^`]*`");  // keys stay as they are
    for (const auto& page : pages) {
        std::istringstream lines(textOf((source / page).string()));
        for (std::string line; std::getline(lines, line);)
            if (!line.starts_with("    brindel") && line.find("//") == std::string::npos)
                all.push_back(std::regex_replace(line, code, ""));
    }
    for (const std::string& text : all) EXPECT_EQ(notSaidIn(text), "") << text;
    // Seen failing: what once was there.
    for (const char* once : {"“x” is none.", "Take in…", "Leave it here", "tell the host program",
                             "This lies too deep.", "whoever gets it", "An e-mail address"})
        EXPECT_NE(notSaidIn(once), "") << once;
}

TEST(Words, TheFileForTranslatorsHasCodeAndTables) {
    const std::string words = textOf(std::string(BRINDEL_BIN) + "/../words/brindel.ts");
    for (const char* word : {"Everything is already in place.", "Find a property", "number box", "Same width",
                             "The line around it.", "Put controls on the form and line them up."})
        EXPECT_NE(words.find(std::string("<source>") + word), std::string::npos) << word;
    // And what core says, all of it: a ; and brackets within, and literals that go over two lines.
    for (const char* sentence : {"A table has at most {} columns.", "A second list of choices; one is enough.",
                                 "A {} needs its choices, such as [Wash, Scrape].", "This bracket is never closed."})
        EXPECT_NE(words.find(std::string("<source>") + sentence + "</source>"), std::string::npos) << sentence;
}

TEST(Words, WhatCoreSaysIsShownInTheReadersWords) {
    const Marking marking;
    EXPECT_EQ(Words::shown(said("A {} cannot contain {}.", wordPart("table"), "pages")),
              "‹A ‹table› cannot contain pages.›");
    EXPECT_EQ(Words::shown(asSaid("Kein Platz.")), "Kein Platz.");
    Driver driver(newForm(Kind::dialog));
    driver.window.jotLine().setText("Boat: text combo [A]");
    EXPECT_FALSE(driver.window.jotLine().add());
    const auto labels = driver.window.findChildren<QLabel*>();
    EXPECT_TRUE(std::ranges::any_of(labels, [](QLabel* label) {
        return label->text().contains("‹A second kind; this field is a text already.›");
    }));
}

TEST(Words, NoSentenceStandsInCodeUntranslated) {
    // A literal that reads like a sentence goes through Words::tr, or stands in a row of a table that tableWords lists.
    const std::regex literal(R"re("((?:[^"\\]|\\.)*)")re"), sentence(R"([A-Z“][^"]*[a-z] [a-z][^"]*[a-z][.:…”?!]?$)");
    int seen = 0;
    for (const auto& entry : std::filesystem::recursive_directory_iterator(std::string(BRINDEL_SOURCE) + "/app")) {
        if (entry.path().extension() != ".cpp" || entry.path().filename() == "main.cpp") continue;
        std::istringstream lines(textOf(entry.path().string()));
        bool within = false;  // a call that goes on from the line before
        for (std::string line; std::getline(lines, line);) {
            const std::string code = line.substr(0, line.find("// "));
            for (std::sregex_iterator at(code.begin(), code.end(), literal), end; at != end; ++at) {
                const std::string before = code.substr(0, std::size_t(at->position()));
                if (!std::regex_match(std::string((*at)[1]), sentence) || (*at)[1] == "Boat name") continue;
                ++seen;
                const bool through = within || std::regex_search(before, std::regex("(tr|NOOP|counted)\\([^)]*$"));
                const bool row = std::regex_search(code, std::regex("^ *\\{+(\"|Pass::|Kind::)|^ *\"[^\"]*\"[},]"));
                EXPECT_TRUE(through || row) << entry.path().filename() << ": " << (*at)[1];
            }
            if (code.find_first_not_of(' ') != std::string::npos)
                within = std::regex_search(code, std::regex("(tr|NOOP|counted)\\((\"Words\",)?[^)]*$")) ||
                         (within && std::regex_search(code, std::regex("^ *\"[^)]*$")));
        }
    }
    EXPECT_GT(seen, 100) << "or this looks at nothing";
}
