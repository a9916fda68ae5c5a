// Files with every kind and every property in them: they survive saving and opening, and agree with the schema.
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

/// A value that a property takes and that is not its default.
Value other(const PropertyRow& r, const Value& fallback, Id reference) {
    switch (r.type) {
        case Type::yesNo:
            return !std::get<bool>(fallback);
        case Type::number:
            return 7.25;
        case Type::whole:
            return 3.0;
        case Type::length:
            return 12.5;
        case Type::oneOf: {
            for (const Token& t : r.tokens)
                if (Value(std::string(t.key)) != fallback) return std::string(t.key);
            return fallback;
        }
        case Type::colour:
            return std::string("#2F6B66");
        case Type::columns:
        case Type::choices:
            return Choices{{"g", "GRP"}, {"Steel", "Steel"}, {"", ""}};
        case Type::formula:
            return std::string("ROUND(1.5; 0)");
        case Type::reference:
            return Reference{reference};
        case Type::edges:
            return std::string("right bottom");
        case Type::date:
            return std::string("today+7");
        case Type::time:
            return std::string("08:45");
        case Type::image:
            return onePixel;
        case Type::text:
        case Type::longText:
        case Type::style:
        case Type::font:
            return std::string("Łódź “7” \\ \"x\"\n\ttab");
    }
    return fallback;
}

/// A form with one control of each kind, every property of it set to something of its own.
Form everything(Kind rootKind) {
    Form form = newForm(rootKind);
    const Id surface = surfaces(form).front();
    Id field = noControl;
    for (const KindRow& k : allKinds()) {
        if (!k.placed) continue;
        Control c = freshControl(k.kind);
        c.box = {1.5, 2.25, 30, 10};
        Edited e = placed(form, surface, c, form.find(surface)->children.size());
        form = e.form;
        if (k.kind == Kind::textBox) field = e.ids[0];
    }
    for (Id id : allIds(form))
        form = changed(form, id, [&](Control& c) {
            for (Prop prop : row(c.kind).props) c.set(prop, other(row(prop), fallback(c.kind, prop), field));
        });
    form = changed(form, rootId, [&](Control& c) {
        for (Prop prop : row(c.kind).props) c.set(prop, other(row(prop), fallback(c.kind, prop), field));
    });
    auto styles = *form.styles;
    styles.push_back({"own", "Own", {}});
    for (const PropertyRow& r : allProperties())
        if (isLook(r.prop)) styles.back().look.set(r.prop, other(r, r.fallback, field));
    form.styles = std::make_shared<Styles>(styles);
    form.revision = 4;
    return form;
}

int schemaFaults(const std::string& file) {
    const std::string command = "/usr/bin/python3 -m jsonschema -i '" + file + "' '" + BRINDEL_SOURCE +
                                "/schema/brindel-form.schema.json' >/dev/null 2>&1";
    return std::system(command.c_str());
}

}  // namespace

TEST(EveryFile, AllPropertiesOfAllKindsSurvive) {
    for (Kind rootKind : {Kind::dialog, Kind::document}) {
        const Form form = everything(rootKind);
        auto opened = readForm(formText(form));
        ASSERT_TRUE(opened) << opened.error().place << ": " << opened.error().sentence;
        EXPECT_TRUE(sameContent(form, opened->form));
        for (Id id : allIds(form))
            for (Prop prop : row(form.find(id)->kind).props)
                EXPECT_EQ(form.find(id)->get(prop), opened->form.find(id)->get(prop)) << row(prop).key;
    }
}

TEST(EveryFile, AgreesWithTheSchema) {
    Folder folder;
    int number = 0;
    for (const Form& form : {everything(Kind::dialog), everything(Kind::document), jotted(booking),
                             jotted(booking, Kind::document), newForm(Kind::dialog)}) {
        const std::string file = folder.file(std::to_string(number++) + ".brindel");
        ASSERT_TRUE(saveForm(form, file));
        EXPECT_EQ(schemaFaults(file), 0) << formText(form).substr(0, 400);
    }
}

TEST(EveryFile, TheSchemaFindsWhatIsWrong) {
    Folder folder;
    const std::string good = formText(jotted("Boat name: text 30 !\n"));
    for (const auto& [from, to] :
         std::vector<std::pair<std::string, std::string>>{{"\"textBox\"", "\"boat\""},
                                                          {"\"maxLength\": 30", "\"maxLength\": \"30\""},
                                                          {"\"required\": true", "\"required\": 1"},
                                                          {"\"brindel\": 1", "\"brindel\": 9"},
                                                          {"\"id\": \"c3\"", "\"id\": \"3\""}}) {
        std::string text = good;
        ASSERT_NE(text.find(from), std::string::npos) << from;
        text.replace(text.find(from), from.size(), to);
        write(folder.file("bad.brindel"), text);
        EXPECT_NE(schemaFaults(folder.file("bad.brindel")), 0) << to;
    }
}

TEST(EveryFile, NumbersAndTextsKeepTheirExactValue) {
    Form form = jotted("Boat name: text 30\n");
    const Id id = named(form, "txtBoatName").id;
    for (double left : {0.1, 12.345678, 1e5, 0.000001}) {
        Form moved = boxed(form, id, {left, 2, 3, 4});
        EXPECT_EQ(readForm(formText(moved)).value().form.find(id)->box.left, left);
    }
    for (const char* text : {"", " ", "\"", "\\", "\u0001", "a\nb", "𝔘", "</script>"}) {
        Form said = withProperty(form, {id}, Prop::hint, std::string(text));
        EXPECT_EQ(readForm(formText(said)).value().form.find(id)->text(Prop::hint), text);
    }
}
