#include "app/details/choices_editors.h"

#include <QtWidgets/QtWidgets>

#include "app/details/list_from_replies.h"
#include "app/theme/panel_parts.h"
#include "app/theme/theme.h"
#include "app/words.h"
#include "core/answers/choice_lists.h"
#include "core/file/whole_file.h"
#include "core/replies/table_source.h"
#include "filler/drawing_painter.h"

namespace brindel {

namespace {
constexpr std::size_t longestList = 100000;  // bytes
}

using Changed = std::function<void(std::optional<Value>)>;

Editor choicesEditor(const PropertyRow& r, Desk& desk, Changed changed, QWidget* parent) {
    auto* holder = new QWidget(parent);
    holder->setProperty("spans", true);
    auto* column = new QVBoxLayout(holder);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(2);
    const Editor area = areaEditor(r, desk, changed, holder);
    auto* edit = static_cast<QPlainTextEdit*>(area.widget);
    edit->setObjectName("choices");
    edit->setPlaceholderText(Words::tr("One per line; value = text, or two columns. Lists can be pasted."));
    column->addWidget(edit);
    holder->setFocusProxy(edit);
    auto* line = new QHBoxLayout;
    line->setSpacing(4);
    auto button = [&](const char* name, const QString& word, const QString& tip, std::function<Choices(Choices)> turn) {
        auto* b = new QToolButton(holder);
        b->setObjectName(name);
        b->setText(word);
        b->setToolTip(tip);
        b->setFont(bodyFont(12));
        line->addWidget(b);
        QObject::connect(b, &QToolButton::clicked, edit, [edit, turn, changed] {
            const Choices next = turn(choicesFromLines(fromQt(edit->toPlainText())));
            edit->document()->setModified(false);
            changed(Value(next));
        });
    };
    button("sortChoices", Words::tr("Sort"), Words::tr("Sorts alphabetically in the form's language."),
           [&desk](Choices all) { return sortedChoices(std::move(all), desk.form().root().text(Prop::language)); });
    button("choicesOnce", Words::tr("Each once"), Words::tr("Removes duplicates."),
           [](Choices all) { return withoutDoubles(all); });
    line->addStretch(1);
    column->addLayout(line);
    return {holder, area.show};
}

namespace {
/// A list out of a file, or of a store whose columns are asked for; says what is wrong with it.
void importList(Desk& desk, const QString& path, QWidget* over) {
    const bool store =
        !path.endsWith(".csv") && !path.endsWith(".tsv") && !path.endsWith(".txt") && isTableSource(fromQt(path));
    const Control* before = desk.form().find(desk.lead());
    const auto text = store ? listFromReplies(path, before ? before->text(Prop::listText) : "", over)
                            : readText(fromQt(path), longestList);
    if (store && text && text->empty()) return;  // it was thought better of
    if (!text) return desk.say(QFileInfo(path).fileName() + ": " + Words::shown(text.error().sentence), true);
    if (text->size() > longestList)
        return desk.say(QFileInfo(path).fileName() + ": " +
                            Words::tr("A list can have at most 100,000 bytes. Choose fewer columns."),
                        true);
    const auto table = readTable(*text);
    if (!table)
        return desk.say(
            QFileInfo(path).fileName() + " " + toQt(table.error().place) + ": " + Words::shown(table.error().sentence),
            true);
    Form next = withProperty(desk.form(), desk.selection(), Prop::listText, *text);
    next = withProperty(next, desk.selection(), Prop::listFile, fromQt(path));
    desk.edit(next, Words::tr("Import a list from %1").arg(QFileInfo(path).fileName()));
}
}  // namespace

Editor listEditor(const PropertyRow&, Desk& desk, Changed, QWidget* parent) {
    auto* holder = new QWidget(parent);
    auto* column = new QVBoxLayout(holder);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(2);
    auto* says = new QLabel(holder);
    says->setObjectName("listSays");
    says->setFont(bodyFont(12));
    says->setWordWrap(true);
    column->addWidget(says);
    auto* line = new QHBoxLayout;
    line->setSpacing(4);
    auto take = [&desk, holder](const QString& path) { importList(desk, path, holder); };
    auto* pick = new QToolButton(holder);
    pick->setObjectName("takeList");
    pick->setText(Words::tr("Import from a file…"));
    pick->setToolTip(
        Words::tr("Columns separated by commas, semicolons or tabs, each with a heading; or replies in a store. They "
                  "are saved in the form."));
    auto* renew = new QToolButton(holder);
    renew->setObjectName("renewList");
    renew->setText(Words::tr("Refresh"));
    renew->setToolTip(Words::tr("Reads the same file again."));
    for (QToolButton* b : {pick, renew}) {
        b->setFont(bodyFont(12));
        line->addWidget(b);
    }
    line->addStretch(1);
    column->addLayout(line);
    QObject::connect(pick, &QToolButton::clicked, holder, [holder, take] {
        const QString path = QFileDialog::getOpenFileName(holder, Words::tr("Import a list"), {},
                                                          Words::tr("Lists (*.csv *.tsv *.txt *.db)"));
        if (!path.isEmpty()) take(path);
    });
    auto fileOf = [&desk] {
        const Control* c = desk.form().find(desk.lead());
        return c && has(c->kind, Prop::listFile) ? toQt(c->text(Prop::listFile)) : QString();
    };
    QObject::connect(renew, &QToolButton::clicked, holder, [take, fileOf] { take(fileOf()); });
    return {
        holder, [says, renew, fileOf](std::optional<Value> value) {
            const auto* text = value ? std::get_if<std::string>(&*value) : nullptr;
            const auto table = readTable(text ? *text : "");
            if (!table || table->empty()) {
                says->setText(Words::tr("No list yet."));
            } else {
                QStringList heads;
                for (const std::string& head : table->front()) heads << toQt(head);
                says->setText(Words::counted("%n rows; columns: %1", "1 row; columns: %1", qint64(table->size()) - 1)
                                  .arg(heads.join(", ")));
            }
            renew->setEnabled(!fileOf().isEmpty());
        }};
}

Editor columnPicker(const PropertyRow& r, Desk& desk, Changed changed, QWidget* parent) {
    auto* box = new CalmCombo(parent);
    box->setFixedHeight(26);
    box->setMinimumContentsLength(6);
    box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    box->setToolTip(Words::shown(r.help));
    QObject::connect(box, &QComboBox::activated, box,
                     [box, changed](int at) { changed(Value(fromQt(box->itemData(at).toString()))); });
    return {box, [box, &desk, prop = r.prop](std::optional<Value> value) {
                const QSignalBlocker quiet(box);
                box->clear();
                box->addItem(prop == Prop::listColumn ? Words::tr("the first") : Words::tr("nothing"), QString());
                const Control* c = desk.form().find(desk.lead());
                const auto table = c && has(c->kind, Prop::listText) ? readTable(c->text(Prop::listText))
                                                                     : Result<TextTable>(TextTable());
                if (table && !table->empty())
                    for (const std::string& head : table->front()) box->addItem(toQt(head), toQt(head));
                const auto* text = value ? std::get_if<std::string>(&*value) : nullptr;
                const QString heading = text ? toQt(*text) : QString();
                // A heading that the list no longer has stays to be seen.
                if (text && box->findData(heading) < 0)
                    box->addItem(Words::tr("%1 (not in the list)").arg(heading), heading);
                box->setPlaceholderText(Words::tr("differ"));
                box->setCurrentIndex(text ? box->findData(heading) : -1);
            }};
}

}  // namespace brindel
