// An arrangement in words.
#include <fmt/format.h>

#include "core/arrangement/arrangement.h"

namespace brindel {
namespace {

using What = Block::What;

constexpr std::string_view blockWords[] = {"", "group", "row", "rows", "columns", "section", "on a box"};

class Printer {
  public:
    explicit Printer(const Form& form) : form_(form) {}
    std::string out;

    void container(const Control& holder, int depth) {
        const Arrangement a = arrangementOf(form_, holder.id);
        line(depth, fmt::format("{}: {} × {}", called(holder.id), counted(a.rows.size(), "row"),
                                counted(a.edges.size(), "column")));
        for (Id id : a.behind) line(depth + 1, called(id) + " behind");
        if (!a.pieces.empty()) block(a, a.read, depth + 1);
        for (Id id : holder.children)
            if (const Control* c = form_.find(id); c && !c->children.empty() && !c->is().grid) container(*c, depth + 1);
    }

  private:
    const Form& form_;

    static std::string counted(std::size_t n, const char* what) {
        return fmt::format("{} {}{}", n, what, n == 1 ? "" : "s");
    }

    void line(int depth, const std::string& text) {
        out.append(std::size_t(depth) * 2, ' ');
        out += text + "\n";
    }

    /// The kind, the wording and the name, as far as there are any.
    std::string called(Id id) const {
        const Control& c = *form_.find(id);
        const Control* label = labelOf(form_, id);
        const std::optional<Prop> own = c.is().wording;
        const std::string words = own && !c.text(*own).empty() ? c.text(*own) : label ? label->text(Prop::text) : "";
        std::string all(c.is().word);
        if (!words.empty()) all += fmt::format(" “{}”", words.substr(0, words.find('\n')));
        if (!c.name.empty()) all += " " + c.name;
        return all;
    }

    std::string told(const Piece& p) const {
        std::string text = p.heading ? fmt::format("heading {}: {}", p.heading, called(p.id)) : called(p.id);
        if (p.hasLabel()) text = "labelled " + text;
        text += fmt::format("  {}", place(p.row, p.down));
        text += fmt::format("/{}", place(p.column, p.across));
        if (p.growsAcross) text += " grows across";
        if (p.growsDown) text += p.growsAcross ? " and down" : " grows down";
        return text;
    }
    static std::string place(std::size_t at, std::size_t many) {
        return many == 1 ? fmt::format("{}", at + 1) : fmt::format("{}–{}", at + 1, at + many);
    }

    void block(const Arrangement& a, const Block& b, int depth) {
        if (b.what == What::piece) return line(depth, told(a.pieces[b.pieces[0]]));
        line(depth, std::string(blockWords[std::size_t(b.what)]));
        for (std::size_t i : b.pieces) line(depth + 1, told(a.pieces[i]));
        for (const Block& part : b.parts) block(a, part, depth + 1);
    }
};

}  // namespace

std::string arrangementText(const Form& form) {
    Printer printer(form);
    for (Id id : form.isDialog() ? std::vector<Id>{rootId} : form.root().children) printer.container(*form.find(id), 0);
    return printer.out;
}

}  // namespace brindel
