// Room agrees with what Qt and Poppler draw: what is said to fit does fit, and one more does not.
#include "core/layout/room.h"

#include <gtest/gtest.h>
#include <poppler-qt6.h>

#include <QApplication>
#include <QFontMetricsF>
#include <QLineEdit>
#include <QStyle>
#include <QStyleOptionFrame>
#include <random>

#include "core/targets/pdf/pdf.h"
#include "filler/drawing_painter.h"
#include "filler/widgets.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

const char* const families[] = {"Lato", "DejaVu Sans", "DejaVu Serif", "DejaVu Sans Mono"};

struct Try {
    std::string family;
    double size, width;
    bool bold;
};

std::vector<Try> tries(Kind kind) {
    std::mt19937 chance(50);
    std::vector<Try> all;
    for (int i = 0; i < 50; ++i)
        all.push_back({families[i % 4], 8 + double(chance() % 9),
                       (kind == Kind::dialog ? 60.0 : 20.0) + chance() % (kind == Kind::dialog ? 300 : 120),
                       chance() % 3 == 0});
    return all;
}

Form fieldOf(const Try& t, Kind kind, Id& id) {
    Form form = newForm(kind);
    Control c = freshControl(Kind::textBox);
    c.box = kind == Kind::dialog ? Box{10, 10, t.width, 30} : Box{20, 40, t.width, 9};
    c.set(Prop::fontFamily, t.family);
    c.set(Prop::fontSize, t.size);
    c.set(Prop::bold, t.bold);
    Edited made = placed(form, surfaces(form).front(), c);
    id = made.ids[0];
    return made.form;
}

}  // namespace

namespace {

/// The controls whose own wording is cut off.
Ids cutOff(const Form& form, const FontBook& fonts) {
    Ids ids;
    walk(form, rootId, [&](const Control& c, int) {
        if (isCutOff(form, c, fonts)) ids.push_back(c.id);
    });
    return ids;
}

}  // namespace

TEST(Room, AgreesWithQtsOwnMetrics) {
    for (const Try& t : tries(Kind::dialog)) {
        Id id = noControl;
        const Form form = fieldOf(t, Kind::dialog, id);
        const Control& c = *form.find(id);
        const auto room = roomOf(form, c, fonts());
        ASSERT_TRUE(room);
        const QFontMetricsF metrics(fontOf(entryLookOf(form, c), unitsPerPoint(form)));
        const double wide = textBoxOf(form, c).width;
        for (const auto& [letter, count] : {std::pair('0', room->digits), {'W', room->wide}}) {
            const QString fits(count, QLatin1Char(letter));
            // Qt reckons in 64ths of a pixel; a hundredth a letter is its rounding.
            const double slack = 0.02 * (count + 1);
            EXPECT_LE(metrics.horizontalAdvance(fits), wide + slack) << t.family << " " << t.size << " " << letter;
            EXPECT_GT(metrics.horizontalAdvance(fits + QLatin1Char(letter)), wide - slack) << t.family << " " << t.size;
        }
    }
}

TEST(Room, TheWidgetShowsWhatIsSaidToFit) {
    for (const Try& t : tries(Kind::dialog)) {
        Id id = noControl;
        const Form form = fieldOf(t, Kind::dialog, id);
        const Control& c = *form.find(id);
        const int count = roomOf(form, c, fonts())->digits;
        std::unique_ptr<QWidget> widget(makeWidget(c, Making{form, fonts(), 1, {}}, nullptr));
        auto* edit = qobject_cast<QLineEdit*>(widget.get());
        ASSERT_NE(edit, nullptr);
        edit->resize(int(c.box.width), int(c.box.height));
        edit->setText(QString(count, '0'));
        edit->setCursorPosition(count);
        QStyleOptionFrame option;
        option.initFrom(edit);
        const QRect inside = edit->style()->subElementRect(QStyle::SE_LineEditContents, &option, edit);
        // Within the field's contents, and two pixels that a line edit keeps free on either side.
        EXPECT_LE(QFontMetricsF(edit->font()).horizontalAdvance(edit->text()), inside.width() - 2)
            << t.family << t.size;
    }
}

TEST(Room, AgreesWithWhatPopplerDraws) {
    for (const Try& t : tries(Kind::document)) {
        Id id = noControl;
        const Form form = fieldOf(t, Kind::document, id);
        const Control& c = *form.find(id);
        const int count = roomOf(form, c, fonts())->digits;
        if (c.box.width > 160 || count < 2) continue;
        // The rightmost ink of that many digits lies within the text's box; one more goes beyond it.
        auto reach = [&](int digits) {
            Form wide = boxed(form, id, {20, 40, 175, 9});
            Filling filling;
            filling.shown[id].text = std::string(std::size_t(digits), '0');
            auto document =
                Poppler::Document::loadFromData(QByteArray::fromStdString(pdfOf(wide, fonts(), &filling).value()));
            const double dpi = 288, unit = dpi / 25.4;
            QImage page = document->page(0)->renderToImage(dpi, dpi, int(20 * unit) + 8, int(40 * unit) + 8,
                                                           int(175 * unit) - 16, int(9 * unit) - 16);
            for (int x = page.width() - 1; x >= 0; --x)
                for (int y = 0; y < page.height(); ++y)
                    if (qGray(page.pixel(x, y)) < 150) return (x + 9) / unit;
            return 0.0;
        };
        const Box inside = textBoxOf(form, c);
        EXPECT_LE(reach(count), inside.right() + 0.1) << t.family << " " << t.size;
        const double letter = fonts().width("0", entryLookOf(form, c)) * unitsPerPoint(form);
        EXPECT_GT(reach(count + 1), inside.right() - 0.2 * letter) << t.family << " " << t.size;
    }
}

TEST(Room, FitsAndLimitsFollowFromIt) {
    Form form = jotted("Berth: text 4\nNotes: text 60x4\n");
    const Id berth = named(form, "txtBerth").id, notes = named(form, "txtNotes").id;
    form = withProperty(form, {berth}, Prop::maxLength, 24.0);
    form = boxed(form, berth, {100, 20, 40, 26});
    form = widthFittedToLimit(form, {berth}, fonts());
    EXPECT_GE(roomOf(form, *form.find(berth), fonts())->letters, 24);
    EXPECT_LE(roomOf(form, *form.find(berth), fonts())->letters, 26);
    form = limitedToRoom(form, {berth, notes}, fonts());
    const Room room = *roomOf(form, *form.find(notes), fonts());
    EXPECT_EQ(room.lines, 4);
    EXPECT_EQ(form.find(notes)->number(Prop::maxLength), room.letters * 4);
    Form cut = boxed(form, labelOf(form, berth)->id, {0, 20, 12, 14});
    EXPECT_EQ(cutOff(cut, fonts()), Ids{labelOf(form, berth)->id});
    EXPECT_TRUE(cutOff(form, fonts()).empty());
}

TEST(Room, NothingIsCutOffInTheDemoForms) {
    for (const char* name : {"lift-out-booking", "yard-charges", "slip-inspection", "mooring-permit",
                             "winter-storage-agreement", "pontoon-fault-note"}) {
        const Form form = demo(name);
        for (Id id : cutOff(form, fonts())) ADD_FAILURE() << name << ": " << form.find(id)->name;
    }
}
