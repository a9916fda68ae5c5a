// Forms and fonts in several threads at a time. Built with ThreadSanitizer, which ends the program at the first race.
#include <gtest/gtest.h>

#include <thread>

#include "core/arrangement/arrangement.h"
#include "core/draw/draw_control.h"

using namespace brindel;

namespace {

Form someForm(int rows) {
    Form form = newForm(Kind::dialog);
    std::vector<Id> children;
    auto put = [&](Control c) {
        c.id = form.next++;
        c.parent = rootId;
        children.push_back(c.id);
        form.controls.put(c.id, std::make_shared<Control>(std::move(c)));
    };
    for (int i = 0; i < rows; ++i) {
        Control field, label;
        field.kind = i % 3 ? Kind::textBox : Kind::checkBox;
        field.name = "field" + std::to_string(i);
        field.box = {160, 20.0 + 38 * i, 200, 26};
        put(field);
        label.kind = Kind::label;
        label.box = {20, 20.0 + 38 * i, 120, 26};
        label.set(Prop::text, "Feld " + std::to_string(i) + " · שלום");
        label.set(Prop::labels, Reference{children.back()});
        put(label);
    }
    Control root = form.root();
    root.children = children;
    form.controls.put(rootId, std::make_shared<Control>(std::move(root)));
    return form;
}

std::vector<Id> idsOf(const Form& form) {
    return form.root().children;
}

}  // namespace

TEST(Threads, AFormIsReadElsewhereWhileItIsEditedHere) {
    // As a check or an export does: another thread reads the form of a moment ago, and lets it go.
    Form form = someForm(40);
    const FontBook fonts;
    for (int round = 0; round < 8; ++round) {
        std::thread reader([seen = form, &fonts] {
            const auto index = seen.index();
            EXPECT_EQ(index->fields().size(), 40u);
            EXPECT_EQ(arrangementOf(seen, rootId).pieces.size(), 40u);
            EXPECT_EQ(allIds(seen).size(), 80u);
            EXPECT_GT(drawnSurface(seen, rootId, DrawOptions{fonts}).size(), 40u);
        });
        for (Id id : idsOf(form)) {
            Control moved = *form.find(id);
            moved.box.left += 1;
            form.controls.put(id, std::make_shared<Control>(std::move(moved)));  // in place where nobody shares it
        }
        reader.join();
    }
}

TEST(Threads, WhatIsWrittenInPlaceWasLetGoElsewhere) {
    // The reader drops its copy without a word; the writer finds itself alone and writes where it stands.
    Form form = someForm(6);
    const Id id = form.root().children[0];
    for (int round = 0; round < 200; ++round) {
        std::thread reader([seen = form, id] { EXPECT_EQ(seen.find(id)->box.height, 26); });
        for (int i = 0; i < 20; ++i) {
            Control moved = *form.find(id);
            moved.box.top += 1;
            form.controls.put(id, std::make_shared<Control>(std::move(moved)));
        }
        reader.join();
    }
}

TEST(Threads, SeveralAskTheSameFormAndTheSameFonts) {
    const Form form = someForm(30);
    const FontBook fonts;
    std::vector<std::thread> all;
    for (int i = 0; i < 4; ++i)
        all.emplace_back([&form, &fonts, i] {
            EXPECT_EQ(form.index()->fields().size(), 30u);
            EXPECT_GT(fonts.width("Liegeplatz " + std::to_string(i), Look{}), 10);
            Filling filling{{}, Visibility::atStart(form)};
            filling.shown[form.named("field1")->id].text = "Ada";
            EXPECT_GT(drawnSurface(form, rootId, DrawOptions{fonts, {}, &filling}).size(), 30u);
        });
    for (std::thread& one : all) one.join();
}

TEST(Threads, WhatIsKeptOfAFaceIsMadeAndAskedForByMany) {
    // As kits do that are made side by side: each PDF asks for the letters of the same faces.
    const FontBook fonts;
    std::vector<std::thread> all;
    for (int i = 0; i < 4; ++i)
        all.emplace_back([&fonts, i] {
            for (int key = 0; key < 40; ++key) {
                const std::string name = std::to_string(key), made = std::string(300000, char('a' + key % 26));
                EXPECT_EQ(fonts.kept(name, [&] { return made; }), made) << i;
            }
        });
    for (std::thread& one : all) one.join();
    int asked = 0;
    for (int round = 0; round < 2; ++round) fonts.kept("again", [&] { return std::to_string(++asked); });
    EXPECT_EQ(asked, 1) << "what is kept is made once";
}
