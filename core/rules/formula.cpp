#include "core/rules/formula.h"

#include <algorithm>
#include <cstdlib>

#include "core/model/values.h"
#include "core/rules/families.h"
#include "core/rules/functions.h"
#include "core/rules/signs.h"

namespace brindel {
namespace {

using std::string;
using What = Node::What;

/// How tightly an operator binds; 0 for none.
int bindsOf(const string& sign) {
    if (sign == "=" || sign == "<>" || sign == "<" || sign == ">" || sign == "<=" || sign == ">=") return 1;
    if (sign == "&") return 2;
    if (sign == "+" || sign == "-") return 3;
    if (sign == "*" || sign == "/") return 4;
    return sign == "^" ? 5 : 0;
}

class Reader {
  public:
    explicit Reader(const string& text) : text_(text) {}

    NodePtr whole() {
        if (text_.size() > longestFormula) wrong(0, 1, said("A formula has at most {} characters.", longestFormula));
        next();
        if (now_.what == Sign::What::sign && now_.text == "=" && now_.at == text_.find_first_not_of(" \t")) next();
        if (now_.what == Sign::What::end) wrong(text_.size(), 0, said("A formula is expected here."));
        NodePtr all = expression(1, 0);
        if (now_.what != Sign::What::end) unexpected();
        return all;
    }

  private:
    const string& text_;
    std::size_t at_ = 0;
    Sign now_;

    [[noreturn]] static void wrong(std::size_t at, std::size_t length, const Sentence& sentence) {
        throw FormulaMistake{at, length, sentence};
    }
    [[noreturn]] void unexpected() const {
        if (now_.what == Sign::What::end) wrong(text_.size(), 0, said("The formula ends too early here."));
        if (now_.text == ")") wrong(now_.at, 1, said("This bracket closes nothing."));
        if (now_.text == ";") wrong(now_.at, 1, said("A ; only separates the arguments of a function."));
        wrong(now_.at, now_.length, said("An operator such as + or = is missing before this."));
    }

    void next() {
        now_ = signAt(text_, at_);
        at_ = now_.end();
        if (!now_.wrong.empty()) wrong(now_.at, now_.length, now_.wrong);
    }

    static std::shared_ptr<Node> made(What what, std::size_t at, std::size_t end) {
        auto node = std::make_shared<Node>();
        node->what = what;
        node->at = at;
        node->length = end - at;
        return node;
    }

    /// A node over its parts; where they lie too deep in each other, a mistake.
    static NodePtr over(std::shared_ptr<Node> node) {
        for (const NodePtr& part : node->parts) node->depth = std::max(node->depth, part->depth + 1);
        if (node->depth > deepestFormula)
            wrong(node->at, 1,
                  said("There are more than {} operators in a row here. Split the formula.", deepestFormula));
        return node;
    }

    NodePtr expression(int least, std::size_t depth) {
        NodePtr left = operand(depth);
        while (now_.what == Sign::What::sign) {
            const int binds = bindsOf(now_.text);
            if (binds < least || binds == 0) break;
            const string sign = now_.text;
            next();
            NodePtr right = expression(binds + 1, depth);
            auto node = made(What::infix, left->at, right->at + right->length);
            node->text = sign;
            node->parts = {std::move(left), std::move(right)};
            left = over(std::move(node));
        }
        return left;
    }

    NodePtr operand(std::size_t depth) {
        if (depth > deepestBrackets) wrong(now_.at, now_.length, said("Brackets are nested too deeply here."));
        // Signs before it: told apart from brackets, so that a thousand of them are no depth.
        std::vector<std::pair<string, std::size_t>> signs;
        while (now_.what == Sign::What::sign && (now_.text == "-" || now_.text == "+")) {
            signs.emplace_back(now_.text, now_.at);
            if (signs.size() > deepestBrackets) wrong(now_.at, 1, said("There are too many signs here."));
            next();
        }
        NodePtr node = plain(depth);
        while (!signs.empty()) {
            auto outer = made(What::prefix, signs.back().second, node->at + node->length);
            outer->text = signs.back().first;
            outer->parts = {std::move(node)};
            node = over(std::move(outer));
            signs.pop_back();
        }
        for (std::size_t many = 0; now_.what == Sign::What::sign && now_.text == "%"; ++many) {
            if (many > deepestBrackets) wrong(now_.at, 1, said("There are too many signs here."));
            auto outer = made(What::percent, node->at, now_.at + 1);
            outer->parts = {std::move(node)};
            node = over(std::move(outer));
            next();
        }
        return node;
    }

    NodePtr plain(std::size_t depth) {
        const Sign here = now_;
        const std::size_t end = here.at + here.length;
        switch (here.what) {
            case Sign::What::number: {
                next();
                auto node = made(What::number, here.at, end);
                node->number = here.number;
                return node;
            }
            case Sign::What::text: {
                next();
                auto node = made(What::text, here.at, end);
                node->text = here.text;
                return node;
            }
            case Sign::What::name:
                next();
                if (!here.quoted && now_.what == Sign::What::sign && now_.text == "(") return call(here, depth);
                return name(here);
            case Sign::What::sign:
                if (here.text == "(") {
                    next();
                    NodePtr inner = expression(1, depth + 1);
                    if (now_.text != ")" || now_.what != Sign::What::sign)
                        wrong(here.at, 1, said("This bracket is never closed."));
                    next();
                    return inner;
                }
                wrong(here.at, here.length, said("A number, a text in quotes or a name is expected here."));
            case Sign::What::end:
                break;
        }
        wrong(text_.size(), 0, said("The formula ends too early: a number, a text or a name is missing."));
    }

    /// How many arguments a function has.
    static Sentence takes(const FunctionRow& f) {
        const string name(f.name), form = signatureOf(f);
        if (f.most == families::any) return said("{} has {} or more arguments: {}.", name, f.least, form);
        if (f.most != f.least) return said("{} has {} to {} arguments: {}.", name, f.least, f.most, form);
        if (f.most == 0) return said("{} has no arguments: {}.", name, form);
        return f.most == 1 ? said("{} has one argument: {}.", name, form)
                           : said("{} has {} arguments: {}.", name, f.most, form);
    }

    static NodePtr name(const Sign& here) {
        string upper = here.text;
        std::ranges::transform(upper, upper.begin(), [](unsigned char c) { return char(std::toupper(c)); });
        const bool logical = !here.quoted && (upper == "TRUE" || upper == "FALSE");
        auto node = made(logical ? What::logical : What::name, here.at, here.at + here.length);
        node->text = here.text;
        if (logical) node->number = upper == "TRUE", node->text.clear();
        return node;
    }

    NodePtr call(const Sign& here, std::size_t depth) {
        const FunctionRow* function = functionNamed(here.text);
        if (!function) {
            const string near = functionLike(here.text);
            wrong(here.at, here.length,
                  near.empty() ? said("There is no function {}.", here.text)
                               : said("There is no function {}. Did you mean {}?", here.text, near));
        }
        const std::size_t bracket = now_.at;
        next();
        auto node = made(What::call, here.at, here.at);
        node->function = function;
        auto closes = [&] { return now_.what == Sign::What::sign && now_.text == ")"; };
        while (!closes()) {
            const bool parts = now_.what == Sign::What::sign && now_.text == ";";
            if (parts || now_.what == Sign::What::end) {
                if (now_.what == Sign::What::end) wrong(bracket, 1, said("This bracket is never closed."));
                node->parts.push_back(made(What::left_out, now_.at, now_.at));  // left out between two ;
            } else {
                node->parts.push_back(expression(1, depth + 1));
            }
            if (closes()) break;
            if (now_.what == Sign::What::end) wrong(bracket, 1, said("This bracket is never closed."));
            if (now_.what != Sign::What::sign || now_.text != ";") unexpected();
            next();
            if (closes()) node->parts.push_back(made(What::left_out, now_.at, now_.at));
            if (node->parts.size() > 255) wrong(now_.at, 1, said("A function has at most 255 arguments."));
        }
        const std::size_t end = now_.at + 1;
        next();
        node->length = end - here.at;
        const std::size_t given = node->parts.size();
        if (given < function->least || given > function->most) wrong(here.at, end - here.at, takes(*function));
        if (function->list && node->parts.front()->what != What::name)
            wrong(here.at, end - here.at,
                  said("{} needs the name of a field whose choices are a column of a file.", here.text));
        return over(std::move(node));
    }
};

int bindsOf(const Node& node) {
    switch (node.what) {
        case What::infix:
            return bindsOf(node.text);
        case What::percent:
            return 6;
        case What::prefix:
            return 7;
        default:
            return 8;
    }
}

void write(const Node& node, string& out) {
    auto part = [&](const Node& inner, bool brackets) {
        if (brackets) out += '(';
        write(inner, out);
        if (brackets) out += ')';
    };
    switch (node.what) {
        case What::number:
            out += exactText(node.number);
            return;
        case What::text:
            out += '"';
            for (char c : node.text) out += c == '"' ? "\"\"" : string(1, c);
            out += '"';
            return;
        case What::logical:
            out += node.number != 0 ? "TRUE" : "FALSE";
            return;
        case What::name:
            out += nameInFormula(node.text);
            return;
        case What::call:
            out += node.function->name;
            out += '(';
            for (std::size_t i = 0; i < node.parts.size(); ++i) {
                if (i > 0) out += "; ";
                write(*node.parts[i], out);
            }
            out += ')';
            return;
        case What::prefix:
            out += node.text;
            part(*node.parts[0], bindsOf(*node.parts[0]) < 7);
            return;
        case What::percent:
            part(*node.parts[0], bindsOf(*node.parts[0]) < 6);
            out += '%';
            return;
        case What::infix: {
            const int mine = bindsOf(node);
            part(*node.parts[0], bindsOf(*node.parts[0]) < mine);
            out += node.text == "^" ? node.text : " " + node.text + " ";
            part(*node.parts[1], bindsOf(*node.parts[1]) <= mine);
            return;
        }
        case What::left_out:
            return;
    }
}

}  // namespace

bool Node::same(const Node& other) const {
    return what == other.what && number == other.number && text == other.text && function == other.function &&
           std::ranges::equal(parts, other.parts, [](const NodePtr& a, const NodePtr& b) { return a->same(*b); });
}

tl::expected<NodePtr, FormulaMistake> readFormula(const string& text) {
    try {
        return Reader(text).whole();
    } catch (const FormulaMistake& mistake) {
        return tl::unexpected(mistake);
    }
}

string formulaText(const Node& node) {
    string out;
    write(node, out);
    return out;
}

std::vector<string> namesOf(const Node& node) {
    std::vector<string> names;
    auto go = [&](auto&& self, const Node& one) -> void {
        if (one.what == What::name && std::ranges::find(names, one.text) == names.end()) names.push_back(one.text);
        for (const NodePtr& part : one.parts) self(self, *part);
    };
    go(go, node);
    return names;
}

std::set<string> listsOf(const Node& node) {
    std::set<string> all;
    if (node.what == What::call && node.function->list) all.insert(node.parts[0]->text);
    for (const NodePtr& part : node.parts) all.merge(listsOf(*part));
    return all;
}

}  // namespace brindel
