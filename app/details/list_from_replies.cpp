#include "app/details/list_from_replies.h"

#include <QtWidgets/QtWidgets>

#include "app/theme/panel_parts.h"
#include "app/theme/theme.h"
#include "app/words.h"
#include "core/answers/choice_lists.h"
#include "core/replies/table_source.h"
#include "filler/drawing_painter.h"

namespace brindel {

namespace {
/// Which answers become columns; nothing where it was thought better of. `names` were columns before.
std::optional<std::set<std::string>> askColumns(const std::vector<ReplyColumn>& columns, const Form& form,
                                                std::set<std::string> names, QWidget* parent) {
    QDialog dialog(parent);
    dialog.setObjectName("listFromReplies");
    dialog.setWindowTitle(Words::tr("Make a list from replies"));
    dialog.setStyleSheet(panelSheet());
    auto* column = new QVBoxLayout(&dialog);
    column->setContentsMargins(16, 14, 16, 12);
    column->setSpacing(6);
    auto* said = new QLabel(Words::tr("Which answers? Each becomes a column of the list. The list is saved in the "
                                      "form: everyone who gets the form can read it."),
                            &dialog);
    said->setWordWrap(true);
    said->setMinimumWidth(360);
    column->addWidget(said);
    auto* inner = new QWidget;
    auto* list = new QVBoxLayout(inner);
    list->setContentsMargins(0, 0, 0, 0);
    std::vector<std::pair<std::string, QCheckBox*>> ticks;
    for (const ReplyColumn& c : columns) {
        const Control* control = form.find(c.control);
        const bool personal = control && has(control->kind, Prop::personal) && control->yes(Prop::personal);
        QString word = toQt(c.called.empty() ? c.name : c.called).simplified();
        if (personal) word += " (" + Words::tr("personal") + ")";
        auto* tick = new QCheckBox(word.replace("&", "&&"), inner);
        tick->setObjectName("take-" + toQt(c.name));
        list->addWidget(tick);
        ticks.emplace_back(c.name, tick);
    }
    list->addStretch(1);
    auto* area = new QScrollArea(&dialog);
    area->setFrameShape(QFrame::NoFrame);
    area->setWidgetResizable(true);
    area->setWidget(inner);
    column->addWidget(area, 1);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel, &dialog);
    QPushButton* take = buttons->button(QDialogButtonBox::Ok);
    take->setText(Words::tr("Use these"));
    take->setEnabled(false);
    for (const auto& [name, tick] : ticks)
        QObject::connect(tick, &QCheckBox::toggled, take, [take, &ticks] {
            take->setEnabled(std::ranges::any_of(ticks, [](const auto& one) { return one.second->isChecked(); }));
        });
    column->addWidget(buttons);
    QObject::connect(buttons, &QDialogButtonBox::accepted, &dialog, &QDialog::accept);
    QObject::connect(buttons, &QDialogButtonBox::rejected, &dialog, &QDialog::reject);
    dialog.resize(dialog.sizeHint().expandedTo({400, 360}));
    if (dialog.exec() != QDialog::Accepted) return std::nullopt;
    for (const auto& [name, tick] : ticks)
        if (tick->isChecked()) names.insert(name);
    std::erase_if(names, [&](const std::string& name) {
        return std::ranges::find(ticks, name, &std::pair<std::string, QCheckBox*>::first) == ticks.end();
    });
    return names;
}
}  // namespace

Result<std::string> listFromReplies(const QString& address, const std::string& before, QWidget* parent) {
    auto from = storeFrom(fromQt(address));
    if (!from) return tl::unexpected(from.error());
    const auto columns = listColumns(*from);
    const auto form = columns ? from->store.newestForm(from->form) : tl::unexpected(columns.error());
    if (!form) return tl::unexpected(form.error());
    std::set<std::string> names;
    if (const auto table = readTable(before); table && !table->empty())
        names.insert(table->front().begin(), table->front().end());
    const bool again = !names.empty() && std::ranges::all_of(names, [&](const std::string& name) {
        return std::ranges::find(*columns, name, &ReplyColumn::name) != columns->end();
    });
    if (again) return listFrom(*from, names);

    const auto chosen = askColumns(*columns, *form, names, parent);
    return chosen ? listFrom(*from, *chosen) : std::string();
}

}  // namespace brindel
