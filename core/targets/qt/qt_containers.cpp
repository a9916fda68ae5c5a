// The functions of a class that make what its containers hold.
#include <fmt/format.h>

#include "core/order/access_keys.h"
#include "core/targets/qt/qt_words.h"
#include "core/targets/qt/qt_writer.h"

namespace brindel::qt {

using std::string;

namespace {
/// What a container holds; what fills a cell stands for it.
std::vector<const Control*> childrenOf(const Form& form, const Control& holder) {
    std::vector<const Control*> order;
    for (Id child : holder.children) {
        const Control* c = form.find(child);
        if (!c) continue;
        if (c->is().inGrid) c = c->children.empty() ? nullptr : form.find(c->children.front());
        if (c) order.push_back(c);
    }
    return order;
}
}  // namespace

/// A function that makes what a container holds, and the functions of the containers in it.
void Writer::writeContainer(Id id) {
    if (id == rootId)
        for (const KeyBearer& bearer : keyBearers(form_)) keys_[bearer.id] = bearer.key;
    const Control& holder = *form_.find(id);
    if (holder.is().turns) {
        for (Id page : holder.children) writeContainer(page);
        return;
    }
    const string function = id == rootId ? "makeForm" : "make" + capital(accessors_.at(id));
    const std::size_t place = made_.size();
    made_.emplace_back(function, "");
    string body;
    const auto index = form_.index();
    std::set<Id> written;
    auto write = [&](const Control& c) {
        if (!written.insert(c.id).second) return;
        if (!body.empty()) body += "\n";
        body += make(c);
        // Its label leads to it.
        if (const Id label = index->labelOf(c.id); label != noControl && form_.find(label)->parent == id) {
            const string key = keyOfBearer(label);
            body += fmt::format("{}->leadTo({}{});\n", madeName(*form_.find(label)), memberOf(c.id),
                                key.empty() ? "" : ", {" + textLiteral(key) + "}");
        }
        if (c.is().holds || c.is().turns || c.is().paper) {
            const bool calls = c.is().turns || !c.children.empty();
            if (c.is().turns)
                for (Id page : c.children) body += "make" + capital(accessors_.at(page)) + "();\n";
            else if (calls)
                body += "make" + capital(accessors_.at(c.id)) + "();\n";
        }
    };
    auto answer = [&](const Control& c) {
        if (isFilled(c)) body += answerOf(c);
    };
    const std::vector<const Control*> order = childrenOf(form_, holder);
    // Labels are made before the fields that they lead to, so that these can be told what they are called.
    for (const Control* c : order) {
        if (c->is().speaks) {
            const Id field = c->reference(Prop::labels);
            const Control* to = form_.find(field);
            if (to && to->parent == id && index->labelOf(field) == c->id) continue;
            write(*c);
            continue;
        }
        if (const Id label = index->labelOf(c->id); label != noControl && form_.find(label)->parent == id)
            write(*form_.find(label));
        const auto question = index->radioGroupOf(c->id);
        if (!question.empty()) {
            if (question.front() != c->id) continue;
            for (Id button : question) write(*form_.find(button));
            answer(*c);
            continue;
        }
        write(*c);
        answer(*c);
        if (c->is().turns || ((c->is().holds || c->is().paper) && !c->children.empty())) writeContainer(c->id);
    }
    if (holder.is().grid)
        writeTable(holder, body);
    else if (id == rootId && !form_.isDialog())
        body = pagesOf(holder, body);
    else
        writeLayout(holder, body);
    made_[place].second = body;
}

/// The pages of a document below each other, in an area that scrolls.
string Writer::pagesOf(const Control& document, const string& made) {
    include("QScrollArea");
    include("QVBoxLayout");
    string out =
        "auto *scroll = new "
        "QScrollArea(this);\nscroll->setWidgetResizable(true);\nscroll->setFrameShape(QFrame::NoFrame);\n"
        "sheet_ = new QWidget(scroll);\n\n" +
        made + "\nauto *pages = new QVBoxLayout(sheet_);\n" + fmt::format("pages->setSpacing({});\n", scaled(6));
    for (Id page : document.children)
        out += fmt::format("pages->addWidget({}, 0, Qt::AlignHCenter);\n", memberOf(page));
    return out +
           "scroll->setWidget(sheet_);\nauto *whole = new QVBoxLayout(this);\nwhole->setContentsMargins(0, 0, 0, "
           "0);\nwhole->addWidget(scroll);\n";
}

/// The cells of a table are filled by what lies in them.
void Writer::writeTable(const Control& table, string& out) {
    const Grid grid = gridOf(*opened_.designed().find(table.id));
    const auto wide = std::max<std::size_t>(1, grid.across.size() - 1);
    out += fmt::format("\nauto *table = dynamic_cast<fx::Table *>({});\n", memberOf(table.id));
    for (std::size_t i = 0; i < table.children.size(); ++i)
        if (const Control* cell = form_.find(table.children[i]); cell && !cell->children.empty())
            out += fmt::format("table->put({}, {}, {});\n", memberOf(cell->children.front()), i / wide, i % wide);
    if (grid.down.size() > 1) out += fmt::format("table->setRowHeight({});\n", scaled(grid.down[1] - grid.down[0]));
    writeRows(table, out);
}

/// The rows that fillers may add wait hidden.
void Writer::writeRows(const Control& table, string& out) {
    const Control& designed = *opened_.designed().find(table.id);
    const auto wide = std::max<std::size_t>(1, gridOf(designed).across.size() - 1);
    if (table.children.size() <= designed.children.size()) return;
    use("RowButtons");
    string rows;
    for (std::size_t i = designed.children.size(); i < table.children.size(); i += wide) {
        string row;
        for (std::size_t k = i; k < std::min(i + wide, table.children.size()); ++k)
            if (const Control* cell = form_.find(table.children[k]);
                cell && !cell->children.empty() && isFilled(*form_.find(cell->children.front())))
                row += (row.empty() ? "" : ", ") + answerMember(cell->children.front());
        rows += fmt::format("    {{{}}},\n", row);
    }
    out += fmt::format("auto *buttons = new fx::RowButtons(filling_, table, {{{}, {}}});\n",
                       tr(phrase(Phrase::addRow, language_), "under a table"),
                       tr(phrase(Phrase::removeRow, language_), "under a table"));
    out += fmt::format("filling_->rows(table, {{\n{}}}, [buttons](int count) {{ buttons->showRows({} + count); }});\n",
                       rows, std::size_t(designed.number(Prop::rows)));
}

}  // namespace brindel::qt
