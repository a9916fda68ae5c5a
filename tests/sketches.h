// Layouts as sketches, each with the order in which a person reads it.
#pragma once

#include "core/edit/edits.h"
#include "tests/support.h"

namespace brindel::test {

/// A layout as a sketch: each letter is a control, drawn over as many places as it is wide and high; a place is 20 px
/// wide and 38 px high, of which a control leaves the last 12 free. `kinds` says what letters are other than text
/// boxes: k check box, b button, h heading, l label, i list box, x box behind others, f frame, m table, r radio button
/// of one question.
struct Sketch {
    const char* name;
    std::vector<std::string> rows;
    const char* order;
    std::map<char, char> kinds = {};
    const char* language = "en";
    std::map<char, char> labels = {};  // label → the field it speaks for
};

inline Form drawn(const Sketch& sketch, std::map<char, Id>& ids) {
    Form form = withProperty(newForm(Kind::dialog), {rootId}, Prop::language, std::string(sketch.language));
    std::map<char, Box> boxes;
    for (std::size_t y = 0; y < sketch.rows.size(); ++y)
        for (std::size_t x = 0; x < sketch.rows[y].size(); ++x) {
            const char c = sketch.rows[y][x];
            if (c == ' ' || c == '.') continue;
            const Box place{20.0 * double(x), 38.0 * double(y), 20, 26};
            const auto [known, fresh] = boxes.try_emplace(c, place);
            if (!fresh) known->second = known->second.united(place);
        }
    // Made in an order of their own, from the last letter to the first, so that nothing is right by chance.
    for (auto at = boxes.rbegin(); at != boxes.rend(); ++at) {
        const auto& [letter, box] = *at;
        const auto kind = sketch.kinds.find(letter);
        const char k = kind == sketch.kinds.end() ? 't' : kind->second;
        static const std::map<char, Kind> kinds = {
            {'t', Kind::textBox},     {'k', Kind::checkBox}, {'b', Kind::button}, {'h', Kind::label},
            {'l', Kind::label},       {'i', Kind::listBox},  {'x', Kind::box},    {'f', Kind::frame},
            {'r', Kind::radioButton}, {'g', Kind::label},    {'m', Kind::table}};
        Control c = freshControl(kinds.at(k));
        c.name = std::string(1, letter);
        c.box = box;
        if (k == 'h' || k == 'g') c.set(Prop::role, std::string(k == 'g' ? "heading1" : "heading2"));
        if (k == 'r') c.set(Prop::group, std::string("q"));
        Edited made = placed(form, rootId, c, form.root().children.size());
        form = made.form;
        ids[letter] = made.ids[0];
    }
    for (const auto& [label, field] : sketch.labels)
        form = withProperty(form, {ids.at(label)}, Prop::labels, Reference{ids.at(field)});
    return form;
}

inline const std::vector<Sketch>& sketches() {
    static const std::vector<Sketch> all = {
        {"one column", {"aaaa", "bbbb", "cccc"}, "abc"},
        {"pairs along rows", {"aaaa  bbbb", "cccc  dddd", "eeeeeeeeee"}, "abcde"},
        {"two pairs, then one left", {"aaaa  bbbb", "cccc  dddd", "eeee"}, "abcde"},
        {"two columns with a wide gap", {"aaaa   dddd", "bbbb   eeee", "cccc   ffff"}, "abcdef"},
        {"a wide gap, but only two rows", {"aaaa    bbbb", "cccc    dddd"}, "abcd"},
        {"a wide gap, but a row is not full", {"aaaa    bbbb", "cccc    dddd", "eeee"}, "abcde"},
        {"two columns under one heading",
         {"hhhhhhhhhhhhhh", "aaaa      dddd", "bbbb      eeee", "cccc      ffff"},
         "habcdef",
         {{'h', 'h'}}},
        {"two columns, each under its heading",
         {"hhhh  iiii", "aaaa  cccc", "bbbb  dddd"},
         "habicd",
         {{'h', 'h'}, {'i', 'h'}}},
        {"three columns with wide gaps", {"aaa   ddd   ggg", "bbb   eee   hhh", "ccc   fff   iii"}, "abcdefghi"},
        {"columns whose rows do not meet",
         {"aaaa  dddd", "aaaa  dddd", "bbbb  dddd", "bbbb  eeee", "cccc  eeee", "cccc  eeee"},
         "abcde"},
        {"columns above, rows below",
         {"aaaa   dddd", "bbbb   eeee", "cccc   ffff", "gggggggggggg", "hhhh  iiii"},
         "abcdefghi"},
        {"columns between rows",
         {"aaaaaaaaaaaa", "bbbb    eeee", "cccc    ffff", "dddd    gggg", "hhhhhhhhhhhh"},
         "abcdefgh"},
        {"a column of ticks beside fields",
         {"kkkkk  aaaa", "lllll  bbbb", "mmmmm"},
         "klmab",
         {{'k', 'k'}, {'l', 'k'}, {'m', 'k'}}},
        {"ticks along rows",
         {"kkkk  llll  mmmm", "nnnn  oooo"},
         "klmno",
         {{'k', 'k'}, {'l', 'k'}, {'m', 'k'}, {'n', 'k'}, {'o', 'k'}}},
        {"buttons in a column at the side",
         {"aaaaaa  ppp", "bbbbbb  qqq", "cccccc"},
         "abcpq",
         {{'p', 'b'}, {'q', 'b'}}},
        {"buttons at the foot", {"aaaaaaaaaa", "bbbbbbbbbb", "    pp  qq"}, "abpq", {{'p', 'b'}, {'q', 'b'}}},
        {"a tall list beside fields", {"iiii  aaaa", "iiii  bbbb", "iiii  cccc"}, "iabc", {{'i', 'i'}}},
        {"fields beside a tall list", {"aaaa  iiii", "bbbb  iiii", "cccc  iiii"}, "abci", {{'i', 'i'}}},
        {"pairs beside a tall list", {"iii  aaa  bbb", "iii  ccc  ddd"}, "iabcd", {{'i', 'i'}}},
        {"a tall list between fields", {"aaa  iii  ccc", "bbb  iii  ddd"}, "abicd", {{'i', 'i'}}},
        {"mixed heights in a row", {"aaaa  bbbb  cccc", "aaaa        cccc", "dddddddddddddddd"}, "abcd"},
        {"labels left of fields",
         {"lll aaaaaa", "mmm bbbbbb", "nnn cccccc"},
         "lambnc",
         {{'l', 'l'}, {'m', 'l'}, {'n', 'l'}},
         "en",
         {{'l', 'a'}, {'m', 'b'}, {'n', 'c'}}},
        {"labels above fields",
         {"lll   mmm", "aaaa  bbbb", "nnn   ooo", "cccc  dddd"},
         "lambncod",
         {{'l', 'l'}, {'m', 'l'}, {'n', 'l'}, {'o', 'l'}},
         "en",
         {{'l', 'a'}, {'m', 'b'}, {'n', 'c'}, {'o', 'd'}}},
        {"labels above fields in wide columns",
         {"ll     oo", "aaaa   dddd", "mm     pp", "bbbb   eeee", "nn     qq", "cccc   ffff"},
         "lambncodpeqf",
         {{'l', 'l'}, {'m', 'l'}, {'n', 'l'}, {'o', 'l'}, {'p', 'l'}, {'q', 'l'}},
         "en",
         {{'l', 'a'}, {'m', 'b'}, {'n', 'c'}, {'o', 'd'}, {'p', 'e'}, {'q', 'f'}}},
        {"labels right of fields",
         {"aaaa lll", "bbbb mmm"},
         "lamb",
         {{'l', 'l'}, {'m', 'l'}},
         "en",
         {{'l', 'a'}, {'m', 'b'}}},
        {"wording that speaks for nothing",
         {"lll aaaa", "mmm bbbb", "nnn cccc"},
         "lambnc",
         {{'l', 'l'}, {'m', 'l'}, {'n', 'l'}}},
        {"a question's buttons stay together",
         {"rrr  aaaa", "sss  bbbb", "ttt"},
         "rstab",
         {{'r', 'r'}, {'s', 'r'}, {'t', 'r'}}},
        {"right to left along rows", {"bbbb  aaaa", "dddd  cccc"}, "abcd", {}, "ar"},
        {"right to left in columns", {"dddd   aaaa", "eeee   bbbb", "ffff   cccc"}, "abcdef", {}, "he"},
        {"right to left with a tall list", {"iiii  aaaa", "iiii  bbbb"}, "abi", {{'i', 'i'}}, "ar"},
        {"frames beside each other", {"ffff  gggg", "ffff  gggg", "aaaaaaaaaa"}, "fga", {{'f', 'f'}, {'g', 'f'}}},
        {"staggered rows", {"aaaa", "aaaabbbb", "    bbbb", "cccccccc"}, "abc"},
        {"headings one below the other",
         {"hhhhhh", "aaaa  bbbb", "iiiiii", "cccc  dddd", "      pp"},
         "habicdp",
         {{'h', 'h'}, {'i', 'h'}, {'p', 'b'}}},
        {"a heading within a heading",
         {"gggggg", "aaaa", "hhhhhh", "bbbb", "iiiiii", "cccc"},
         "gahbic",
         {{'g', 'g'}, {'h', 'h'}, {'i', 'g'}}},
        {"fields under two columns of pairs",
         {"l aaa  m bbb", "n ccc  o ddd", "p eeeeeeeeee"},
         "lambncodpe",
         {{'l', 'l'}, {'m', 'l'}, {'n', 'l'}, {'o', 'l'}, {'p', 'l'}},
         "en",
         {{'l', 'a'}, {'m', 'b'}, {'n', 'c'}, {'o', 'd'}, {'p', 'e'}}},
        {"what stands on a box is read together",
         {"xxxxxxx  cccc", "xaaaaxx  dddd", "xbbbbxx  eeee", "xxxxxxx  ffff", "gggg"},
         "xabcdefg",
         {{'x', 'x'}}},
        {"right to left with labels",
         {"aaaaaa lll", "bbbbbb mmm"},
         "lamb",
         {{'l', 'l'}, {'m', 'l'}},
         "ar",
         {{'l', 'a'}, {'m', 'b'}}},
        {"a question of two rows, from right to left",
         {"sss rrr", "uuu ttt"},
         "rstu",
         {{'r', 'r'}, {'s', 'r'}, {'t', 'r'}, {'u', 'r'}},
         "he"},
        {"four in a row, then two, then one", {"aa bb cc dd", "eeeee fffff", "ggggggggggg"}, "abcdefg"},
        {"a frame beside a list beside fields",
         {"fffff  iii  aaaa", "fffff  iii  bbbb", "fffff  iii  cccc"},
         "fiabc",
         {{'f', 'f'}, {'i', 'i'}}},
        {"a table between rows", {"aaaa  bbbb", "tttttttttt", "tttttttttt", "cccc"}, "abtc", {{'t', 'm'}}},
    };
    return all;
}

}  // namespace brindel::test
