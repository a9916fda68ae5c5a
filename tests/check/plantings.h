// Faults to plant: each alone, by an edit, into a form that is in order. One for every check.
#pragma once

#include "core/edit/arrange.h"
#include "core/edit/personal_details.h"
#include "core/edit/renaming.h"
#include "core/edit/routing.h"
#include "core/jot/lay_out.h"
#include "core/jot/personal_notice.h"
#include "core/order/route.h"
#include "core/seal/seal.h"
#include "core/wording/texts.h"
#include "tests/support.h"

namespace brindel::test {

/// The form with rows jotted at its end, or on a page of their own where the last one is nearly full.
inline Form with(const Form& form, const std::string& rows) {
    if (!form.isDialog()) {
        double low = 0;
        for (Id id : form.find(form.root().children.back())->children) low = std::max(low, form.find(id)->box.bottom());
        const Form paged = low + 60 > withinMargins(form).bottom() ? withPage(form).form : form;
        return jottedInto(paged, paged.root().children.back(), noControl, readJotting(rows).value(), fonts()).form;
    }
    return jottedInto(form, rootId, noControl, readJotting(rows).value(), fonts()).form;
}
inline Form set(const Form& form, const char* name, Prop prop, Value value) {
    return withProperty(form, {named(form, name).id}, prop, std::move(value));
}
inline Form without(const Form& form, const char* name) {
    return removed(form, {named(form, name).id});
}
/// A name as a file that was edited by hand can have it.
inline Form called(const Form& form, const char* name, const char* to) {
    return changed(form, named(form, name).id, [&](Control& c) { c.name = to, c.ownName = true; });
}

/// All of its wording in Polish: as it is, but for what is said otherwise.
inline Form inPolish(const Form& form, const std::map<std::string, std::string>& otherwise = {}) {
    std::vector<FormText> texts = textsOf(form, "pl");
    for (FormText& one : texts) one.target = otherwise.contains(one.source) ? otherwise.at(one.source) : one.source;
    return withTexts(form, "pl", texts).form;
}
/// With a field for a personal detail, and its usual purpose.
inline Form withSkipper(const Form& form) {
    const Form g = with(form, "Skipper: text 9 @txtSkipper\n");
    return markedPersonal(g, {named(g, "txtSkipper").id});
}
/// A dialog with tabs below all there is, and their two pages.
inline Edited withTabs(const Form& form) {
    Control tabs = freshControl(Kind::tabs);
    tabs.box = {16, form.root().box.height, 300, 200};
    const Form larger = boxed(form, rootId, {0, 0, form.root().box.width, form.root().box.height + 220});
    const Form made = placed(larger, rootId, tabs).form;
    Ids pages;
    made.controls.each([&](Id id, const Control& c) {
        if (c.is().turned && !form.find(id)) pages.push_back(id);
    });
    return {made, pages};
}

enum class On { both, screen, paper };
struct Planting {
    const char* check;
    Form (*plant)(const Form&);
    On on = On::both;  // where there can be such a fault
};
inline const Planting plantings[] = {
    {"nameTwice",
     [](const Form& f) { return called(with(f, "Zebra: text 9 @txtZebra\nYak: text 9\n"), "txtYak", "txtZebra"); }},
    {"nameNoIdentifier", [](const Form& f) { return called(with(f, "Zebra: text 9\n"), "txtZebra", "while"); }},
    {"nameMissing", [](const Form& f) { return called(with(f, "Zebra: text 9\n"), "txtZebra", ""); }},
    {"nameMachineMade", [](const Form& f) { return called(with(f, "Zebra: text 9\n"), "txtZebra", "textBox17"); }},
    {"nameBreaksScheme", [](const Form& f) { return called(with(f, "Zebra: text 9\n"), "txtZebra", "zebra"); }},
    {"wordless",
     [](const Form& f) { return set(with(f, "Zebra: check @chkZebra\n"), "chkZebra", Prop::text, std::string()); }},
    {"labelless",
     [](const Form& f) {
         const Form g = with(f, "Zebra: text 9 @txtZebra\n");
         return removed(g, {g.index()->labelOf(named(g, "txtZebra").id)});
     }},
    {"wordingCut",
     [](const Form& f) {
         const Form g = with(f, "Zebra and yak and gnu: check @chkZebra\n");
         Box box = named(g, "chkZebra").box;
         box.width /= 3;
         return boxed(g, named(g, "chkZebra").id, box);
     }},
    {"labelTwice", [](const Form& f) { return with(with(f, "Zebra: text 9\n"), "Zebra: text 9 @txtOther\n"); }},
    {"untitled", [](const Form& f) { return namesFollowed(reworded(f, rootId, ""), allIds(f)); }},
    {"keyTwice",
     [](const Form& f) {
         Form g = with(f, "Zebra: check @chkZebra\nZulu: check @chkZulu\n");
         g = set(g, "chkZebra", Prop::accessKey, std::string("z"));
         return set(g, "chkZulu", Prop::accessKey, std::string("z"));
     }},
    {"noAccept",
     [](const Form& f) {
         Form g = f;
         f.controls.each([&](Id id, const Control& c) {
             if (!c.is().pressed) return;
             Rules kept = c.rules;
             std::erase_if(kept, [](const Rule& r) {
                 return std::ranges::any_of(r.steps, [](const Step& s) {
                     return s.does == Action::acceptAndGoOn || s.does == Action::accept;
                 });
             });
             g = withRules(g, id, kept);
             if (c.as<ButtonRole>() == ButtonRole::accept)
                 g = withProperty(g, {id}, Prop::buttonRole, std::string("clear"));
         });
         return g;
     },
     On::screen},
    {"noChoices",
     [](const Form& f) {
         return set(with(f, "Zebra: combo [a, b] @cboZebra\n"), "cboZebra", Prop::choices, Choices{});
     }},
    {"choiceTwice",
     [](const Form& f) {
         return set(with(f, "Zebra: combo [a, b] @cboZebra\n"), "cboZebra", Prop::choices,
                    Choices{{"a", "a"}, {"b", "b"}, {"a", "a"}});
     }},
    {"rangeUpsideDown",
     [](const Form& f) { return set(with(f, "Zebra: number 5..9 @numZebra\n"), "numZebra", Prop::most, 3.0); }},
    {"wrongLetters",
     [](const Form& f) {
         return set(with(f, "Zebra: date @dtmZebra\n"), "dtmZebra", Prop::datePattern, std::string("dd.mm.YYYY"));
     }},
    {"startNotAllowed",
     [](const Form& f) {
         return set(with(f, "Zebra: number 5..9 @numZebra\n"), "numZebra", Prop::defaultText, std::string("12"));
     }},
    {"loneRadio",
     [](const Form& f) {
         const Form g = with(f, "Zebra: radio [Plain, Striped]\n");
         return without(g, "Striped");
     }},
    {"longList",
     [](const Form& f) {
         Choices all;
         for (int i = 0; i < 16; ++i) all.push_back({std::to_string(i), std::to_string(i)});
         return set(with(f, "Zebra: combo [a, b] @cboZebra\n"), "cboZebra", Prop::choices, all);
     }},
    {"limitsMissed",
     [](const Form& f) {
         const Form g = with(f, "Yak: number 0..30 @numYak\nZebra: number 1..90 @numZebra\n");
         const Form h = set(g, "numZebra", Prop::workedOut, std::string("numYak * 4 + 1"));
         return set(set(h, "numZebra", Prop::access, std::string("readOnly")), "numZebra", Prop::tabStop, false);
     }},
    {"formulaBroken",
     [](const Form& f) {
         return set(with(f, "Zebra: number 1..9 @numZebra\n"), "numZebra", Prop::workedOut, std::string("numGnu + 1"));
     }},
    {"formulaCircle",
     [](const Form& f) {
         return set(with(f, "Zebra: number 1..9 @numZebra\n"), "numZebra", Prop::workedOut,
                    std::string("numZebra + 1"));
     }},
    {"ruleBroken",
     [](const Form& f) {
         const Form g = with(f, "Zebra: text 9 @txtZebra\nYak: text 9 @txtYak\nwhen txtZebra changes: clear txtYak\n");
         return removed(g, {named(g, "txtYak").id});
     }},
    {"cannotBeGiven",
     [](const Form& f) {
         return set(with(f, "Zebra: text 9 @txtZebra !\n"), "txtZebra", Prop::access, std::string("locked"));
     }},
    {"idleButton", [](const Form& f) { return with(f, "[Zebra]\n"); }},
    {"overlap",
     [](const Form& f) {
         const Form g = with(f, "Zebra: check @chkZebra\nYak: check @chkYak\n");
         return boxed(g, named(g, "chkYak").id, named(g, "chkZebra").box.moved(4, 6 * (f.isDialog() ? 1 : 0.26)));
     }},
    {"outside",
     [](const Form& f) {
         const Form g = with(f, "Zebra: check @chkZebra\n");
         return shifted(g, {named(g, "chkZebra").id}, -(f.isDialog() ? 300 : 60), 0);
     }},
    {"smallTarget",
     [](const Form& f) {
         const Form g = with(f, "Zebra: text 9 @txtZebra\n");
         Box b = named(g, "txtZebra").box;
         b.height = 18, b.top += 4;
         return boxed(g, named(g, "txtZebra").id, b);
     },
     On::screen},
    {"lowContrast",
     [](const Form& f) {
         return set(with(f, "Zebra: check @chkZebra\n"), "chkZebra", Prop::textColour, std::string("#B0B0B0"));
     }},
    {"smallText",
     [](const Form& f) { return set(with(f, "Zebra: check @chkZebra\n"), "chkZebra", Prop::fontSize, 5.0); }},
    {"nameOutdated",
     [](const Form& f) {
         Form g = with(f, "Zebra: text 9 @txtZebra\n");
         const Id label = g.index()->labelOf(named(g, "txtZebra").id);
         g = changed(g, named(g, "txtZebra").id, [](Control& c) { c.ownName = false; });
         return changed(g, label, [](Control& c) { c.set(Prop::text, std::string("Yak")); });
     }},
    {"nameTooLong",
     [](const Form& f) {
         return called(with(f, "Zebra: text 9 @txtZebra\n"), "txtZebra", "txtZebraZebraZebraZebraZebraZebraZebra");
     }},
    {"unevenColons",
     [](const Form& f) {
         const Form g = with(f, "Zebra: text 9 @txtZebra\n");
         return changed(g, g.index()->labelOf(named(g, "txtZebra").id),
                        [](Control& c) { c.set(Prop::text, std::string("Zebra:")); });
     }},
    {"untranslated", [](const Form& f) { return with(inPolish(f), "Zebra: check @chkZebra\n"); }},
    {"reworded",
     [](const Form& f) {
         const Form g = inPolish(with(f, "Zebra: check @chkZebra\n"));
         return set(g, "chkZebra", Prop::text, std::string("Yak"));
     }},
    {"leftOver", [](const Form& f) { return without(inPolish(with(f, "Zebra: check @chkZebra\n")), "chkZebra"); }},
    {"cutInLanguage",
     [](const Form& f) {
         const Form g = with(f, "Zebra: check @chkZebra\n");
         return inPolish(g, {{"Zebra", "Zebra stepowa i kulan"}});
     }},
    {"translationCut",
     [](const Form& f) {
         const Form g = with(f, "> Zebras and yaks and gnus\n");
         const Ids all = allIds(g);
         return fittedToText(g, {*std::ranges::max_element(all)}, fonts());
     }},
    {"offPaper",
     [](const Form& f) {
         const Form g = with(f, "Zebra: check @chkZebra\n");
         return shifted(g, {named(g, "chkZebra").id}, -120, 0);
     },
     On::paper},
    {"edgesNear",
     [](const Form& f) {
         const Form g = with(f, "Zebra: check @chkZebra\nYak: check @chkYak\nGnu: check @chkGnu\n");
         return shifted(g, {named(g, "chkYak").id}, f.isDialog() ? 2 : 0.6, 0);
     }},
    {"sizesNear",
     [](const Form& f) {
         const Form g = with(f, "Zebra: time @timZebra\nYak: time @timYak\nGnu: time @timGnu\n");
         Box b = named(g, "timYak").box;
         b.width += f.isDialog() ? 2 : 0.6;
         return boxed(g, named(g, "timYak").id, b);
     }},
    {"unevenGaps",
     [](const Form& f) {
         const Form g = with(f, "Zebra: check @chkZebra\nYak: check @chkYak\nGnu: check @chkGnu\nOx: check @chkOx\n");
         return shifted(g, {named(g, "chkGnu").id, named(g, "chkOx").id}, 0, f.isDialog() ? 2 : 0.6);
     }},
    {"notLevel",
     [](const Form& f) {
         const Form g = with(f, "Zebra: text 9 @txtZebra\n");
         return shifted(g, {g.index()->labelOf(named(g, "txtZebra").id)}, 0, f.isDialog() ? 4 : 1.2);
     }},
    {"labelFar",
     [](const Form& f) {
         const Form g = with(f, "Zebra: text 9 @txtZebra\n");
         return shifted(g, {named(g, "txtZebra").id}, f.isDialog() ? 300 : 70, 0);
     }},
    {"deadSpace",
     [](const Form& f) {
         const Form g = with(f, "Zebra: check @chkZebra\n");
         return boxed(g, rootId, {0, 0, g.root().box.width, g.root().box.height + 300});
     },
     On::screen},
    {"hiddenRoom",
     [](const Form& f) {
         const Form g = with(f, "Zebra: check @chkZebra\n### Yak if chkZebra\nGnu: text 9 @txtGnu\n");
         Form next = g;
         g.controls.each([&](Id id, const Control& c) {
             if (c.is().framed && c.text(Prop::title) == "Yak") next = withProperty(next, {id}, Prop::fold, false);
         });
         return next;
     },
     On::screen},
    {"noCancel",
     [](const Form& f) {
         Form g = f;
         f.controls.each([&](Id id, const Control& c) {
             if (c.is().pressed && c.as<ButtonRole>() == ButtonRole::cancel)
                 g = withProperty(g, {id}, Prop::buttonRole, std::string("clear"));
         });
         return g;
     },
     On::screen},
    {"routeJumps",
     [](const Form& f) {
         const Form g = with(f, "Zebra: check @chkZebra\nYak: check @chkYak\n");
         return stopLaid(g, named(g, "chkYak").id, tabRoute(g)[0]);
     }},
    {"leftOut",
     [](const Form& f) { return set(with(f, "Zebra: check @chkZebra\n"), "chkZebra", Prop::tabStop, false); }},
    {"idleStop",
     [](const Form& f) {
         return set(with(f, "Zebra: number 1..9 @numZebra = 2 + 3\n"), "numZebra", Prop::access,
                    std::string("readOnly"));
     }},
    {"noKeys",
     [](const Form& f) {
         Form g = with(f, "Zebra: check @chkZebra\n");
         f.controls.each([&](Id id, const Control&) { g = withProperty(g, {id}, Prop::accessKey, std::string()); });
         return g;
     },
     On::screen},
    {"noNext",
     [](const Form& f) {
         const auto [g, pages] = withTabs(f);
         return routedByReading(jottedInto(g, pages[1], noControl, readJotting("[Zebra]*\n").value(), fonts()).form);
     },
     On::screen},
    {"pageNotReached",
     [](const Form& f) {
         const auto [g, pages] = withTabs(f);
         return routedByReading(withProperty(g, {pages[1]}, Prop::visible, false));
     },
     On::screen},
    {"firstNotFirst",
     [](const Form& f) {
         const Form g = with(f, "Zebra: check @chkZebra\n");
         return startingIn(g, named(g, "chkZebra").id);
     }},
    {"promptAsChoice", [](const Form& f) { return with(f, "Zebra: combo [Please choose, a, b] @cboZebra\n"); }},
    {"moreThanRoom",
     [](const Form& f) { return set(with(f, "Zebra: text 9 @txtZebra\n"), "txtZebra", Prop::maxLength, 500.0); },
     On::paper},
    {"noLimit",
     [](const Form& f) { return set(with(f, "Zebra: text 9 @txtZebra\n"), "txtZebra", Prop::maxLength, 0.0); },
     On::paper},
    {"noRange", [](const Form& f) { return with(f, "Zebra: number @numZebra\n"); }},
    {"shortYear",
     [](const Form& f) {
         return set(with(f, "Zebra: date @dtmZebra\n"), "dtmZebra", Prop::datePattern, std::string("dd.MM.yy"));
     }},
    {"sampleRefused",
     [](const Form& f) {
         return set(with(f, "Zebra: text 9 /[A-Z]{3}/ @txtZebra\n"), "txtZebra", Prop::placeholder, std::string("12"));
     }},
    {"questionSplit",
     [](const Form& f) {
         Form g = with(f, "Zebra: radio [Plain, Striped]\nYak: radio [Brown, Black]\n");
         const std::string zebra = g.find(named(g, "Plain").id)->text(Prop::group);
         for (const char* name : {"Brown", "Black"}) g = set(g, name, Prop::group, zebra);
         return g;
     }},
    {"ticksExclude", [](const Form& f) { return with(f, "Yes: check @chkYes\nNo: check @chkNo\n"); }},
    {"countNotKept",
     [](const Form& f) {
         return set(with(f, "Zebras, up to two: ticks [a, b, c] 0..2 @lstZebra\n"), "lstZebra", Prop::atMost, 0.0);
     }},
    {"spanNotCompared",
     [](const Form& f) { return with(f, "Zebra from: date @dtmZebra; Zebra until: date @dtmUntil\n"); }},
    {"neverFires",
     [](const Form& f) {
         const Form g = with(f, "Zebra: text 9 @txtZebra\nwhen txtZebra changes: clear txtZebra\n");
         return changed(g, named(g, "txtZebra").id, [](Control& c) { c.rules[0].when = Event::pressed; });
     }},
    {"notSealed", [](const Form& f) { return unsealed(f); }},
    {"sealDamaged",
     [](const Form& f) {
         Form g = f;
         g.seal = std::make_shared<const Seal>(Seal{"$argon2id$v=19$", "", "", ""});
         return g;
     }},
    {"lockedEmpty",
     [](const Form& f) {
         return set(with(f, "Zebra: text 9 @txtZebra\n"), "txtZebra", Prop::access, std::string("locked"));
     }},
    {"openWorkedOut",
     [](const Form& f) {
         return set(with(f, "Zebra: number 1..9 @numZebra = 2 + 3\n"), "numZebra", Prop::tabStop, false);
     }},
    {"maybePersonal", [](const Form& f) { return with(f, "Skipper: text 9 @txtSkipper\n"); }},
    {"noPurpose", [](const Form& f) { return set(withSkipper(f), "txtSkipper", Prop::purpose, std::string()); }},
    {"noNotice", [](const Form& f) { return withoutProperty(withSkipper(f), {rootId}, Prop::notice); }},
    {"noticeOld",
     [](const Form& f) {
         return set(noticeWritten(withSkipper(f), fonts()), "txtSkipper", Prop::purpose,
                    std::string("To count zebras."));
     }},
    {"noticeLate",
     [](const Form& f) {
         const Form g = noticeWritten(withSkipper(f), fonts());
         return reordered(g, noticeOf(g)->id, g.find(noticeOf(g)->parent)->children.size() - 1);
     }},
    {"consentLate",
     [](const Form& f) {
         const Form g = with(withSkipper(f), "Gnu: check @chkGnu\n");
         return set(noticeWritten(g, fonts()), "chkGnu", Prop::consent, true);
     }},
    {"secretInClear", [](const Form& f) { return with(f, "Zebra password: text 9 @txtZebra\n"); }},
    {"secretKept", [](const Form& f) { return with(f, "Zebra: text 9 secret @txtZebra\n"); }},
    {"colourAlone", [](const Form& f) { return with(f, "> Fill in the red fields.\n"); }},
    {"manyFonts",
     [](const Form& f) {
         Form g = with(f, "Zebra: check @chkZebra\nYak: check @chkYak\nGnu: check @chkGnu\nOx: check @chkOx\n");
         static constexpr std::pair<const char*, const char*> families[] = {
             {"chkZebra", "Lato"}, {"chkYak", "DejaVu Sans"}, {"chkGnu", "monospace"}, {"chkOx", "serif"}};
         for (const auto& [name, family] : families) {
             g = set(g, name, Prop::fontFamily, std::string(family));
             g = fittedToText(g, {named(g, name).id}, fonts());
         }
         return g;
     }},
    {"strangeFont",
     [](const Form& f) {
         return set(with(f, "Zebra: check @chkZebra\n"), "chkZebra", Prop::fontFamily, std::string("Zebra Grotesque"));
     }},
    {"silentMessage",
     [](const Form& f) { return with(f, "Zebra: text 9 @txtZebra\nwhen txtZebra changes: say \"\"\n"); }},
};

}  // namespace brindel::test
