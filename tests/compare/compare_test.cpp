// Comparing two forms: every edit is told with its control and property, none is missed, none is made up.
#include <gtest/gtest.h>

#include <random>

#include "core/compare/compare.h"
#include "core/edit/edits.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

std::string words(const Form& before, const Form& after) {
    std::string all;
    for (const Difference& one : differencesOf(before, after)) all += differenceLine(one) + "\n";
    return all;
}

Form with(const Form& form, Id id, const std::function<void(Control&)>& change) {
    Form next = form;
    auto c = std::make_shared<Control>(*form.find(id));
    change(*c);
    next.controls.put(id, std::move(c));
    return next;
}

/// Another value that fits a property; nothing where none is at hand.
std::optional<Value> another(const Form& form, const Control& c, Prop prop, std::mt19937& dice) {
    const Value& now = c.get(prop);
    switch (row(prop).type) {
        case Type::yesNo:
            return !std::get<bool>(now);
        case Type::number:
        case Type::whole:
        case Type::length: {
            const auto* number = std::get_if<double>(&now);
            return Value((number ? *number : 0) + 1 + double(dice() % 5));
        }
        case Type::oneOf:
            for (const Token& token : row(prop).tokens)
                if (Value(std::string(token.key)) != now) return Value(std::string(token.key));
            return std::nullopt;
        case Type::colour:
            return Value(std::string("#12345" + std::to_string(dice() % 10)));
        case Type::choices: {
            Choices choices = c.choices();
            choices.push_back({"new" + std::to_string(dice()), "A new one"});
            return Value(choices);
        }
        case Type::columns:
        case Type::image:
        case Type::style:
            return std::nullopt;
        case Type::reference:
            for (Id id : form.index()->fields())
                if (Reference{id} != std::get<Reference>(now)) return Value(Reference{id});
            return std::nullopt;
        case Type::edges:
            return Value(std::string(std::get<std::string>(now) == "left" ? "top" : "left"));
        case Type::time:
            return Value(std::string("0" + std::to_string(1 + dice() % 9) + ":10"));
        case Type::date:
            return Value("2026-0" + std::to_string(1 + dice() % 9) + "-11");
        default:
            return Value(std::get<std::string>(now) + " otherwise " + std::to_string(dice() % 1000));
    }
}

}  // namespace

TEST(Compare, SaysInWordsWhatIsDifferentAndWhatItMeans) {
    const Form before =
        jotted("# Lift-out\nDraught: number 0..4 .1 m\nHull: combo [GRP, Timber]\nFax: text 20\nBoat: text 30 !\n");
    EXPECT_EQ(words(before, before), "");
    Form after = with(before, named(before, "numDraught").id, [](Control& c) {
        c.set(Prop::required, true);
        c.set(Prop::most, 3.0);
    });
    after = with(after, named(before, "cboHull").id, [](Control& c) {
        c.set(Prop::choices, Choices{{"GRP", "GRP"}, {"Timber", "Timber"}, {"Steel", "Steel"}});
    });
    after = with(after, named(before, "txtBoat").id, [](Control& c) {
        c.set(Prop::required, false);
        c.name = "txtVessel";
    });
    after = removed(after, {named(before, "txtFax").id});
    EXPECT_EQ(words(before, after),
              "Draught (numDraught): is now required. Earlier replies may lack it.\n"
              "Draught (numDraught): accepts at most 3 now; it accepted at most 4. Earlier replies may have more.\n"
              "Hull (cboHull): has a new choice “Steel”.\n"
              "Boat (txtVessel): is called txtVessel now; it was txtBoat. Code and earlier replies have its old name.\n"
              "Boat (txtVessel): is no longer required.\n"
              "Fax (txtFax): is gone. Earlier replies still answer it; new ones do not.\n");
    EXPECT_NE(
        words(after, before)
            .find("Hull (cboHull): no longer has the choice “Steel”. Replies that chose it have an answer that is "
                  "no longer offered."),
        std::string::npos);
    EXPECT_NE(words(after, before).find("Fax (txtFax): is new: a text box. Earlier replies have no answer to it."),
              std::string::npos);
    const auto json = nlohmann::json::parse(differencesJson(before, after, differencesOf(before, after)));
    EXPECT_EQ(json["changes"].size(), 6u);
    EXPECT_EQ(json["changes"][0], (nlohmann::json{{"control", "numDraught"},
                                                  {"called", "Draught"},
                                                  {"property", "required"},
                                                  {"sentence", "is now required"},
                                                  {"means", "Earlier replies may lack it."}}));
}

TEST(Compare, TwoHundredEditsAreToldEachByControlAndProperty) {
    std::mt19937 dice(20261126);
    int told = 0;
    std::set<std::string> kinds;
    const std::vector<Form> demos = {demo("mooring-permit"),           demo("lift-out-booking"),
                                     demo("slip-inspection"),          demo("yard-charges"),
                                     demo("winter-storage-agreement"), demo("pontoon-fault-note")};
    while (told < 200) {
        const Form& before = demos[dice() % demos.size()];
        std::vector<Id> ids = allIds(before);
        ids.push_back(rootId);
        const Control& c = *before.find(ids[dice() % ids.size()]);
        std::set<std::pair<std::string, std::string>> wanted;
        const std::string known = c.name.empty() ? idText(c.id) : c.name;
        Form after = before;
        switch (dice() % 8) {
            case 0:
                if (c.name.empty() || c.is().root) continue;
                after = with(before, c.id, [](Control& k) { k.name += "Anew"; });
                wanted = {{c.name + "Anew", "name"}};
                break;
            case 1:
                if (!c.is().boxed || c.is().paper || c.is().turned || c.is().inGrid) continue;
                after = with(before, c.id, [&](Control& k) { k.box.left += 1 + dice() % 9; });
                wanted = {{known, "box"}};
                break;
            case 2: {
                if (!takesFormula(Prop::required) || !has(c.kind, Prop::required)) continue;
                after = with(before, c.id, [&](Control& k) {
                    k.formulas.set(Prop::required, "1 < " + std::to_string(dice() % 100));
                });
                wanted = {{known, "required ="}};
                break;
            }
            case 3:
                after = with(before, c.id, [&](Control& k) {
                    k.rules.push_back({Event::changed, "", "", {{Action::say, noControl, "\"x\""}}});
                });
                wanted = {{known, "rules"}};
                break;
            case 4: {
                if (c.is().root || c.is().paper || c.is().turned || c.is().inGrid || !c.children.empty()) continue;
                if (const Control* holder = before.find(c.parent); holder->is().inGrid) continue;
                after = removed(before, {c.id});
                for (Id id : allIds(before))
                    if (!after.find(id))
                        wanted.emplace(before.find(id)->name.empty() ? idText(id) : before.find(id)->name, "control");
                break;
            }
            case 5: {
                if (c.children.size() < 2) continue;
                after = with(before, c.id, [](Control& k) { std::swap(k.children.front(), k.children.back()); });
                wanted = {{known, "order"}};
                break;
            }
            default: {
                const auto& props = c.is().props;
                const Prop prop = props[dice() % props.size()];
                const auto value = another(before, c, prop, dice);
                if (!value || *value == c.get(prop)) continue;
                after = with(before, c.id, [&](Control& k) { k.set(prop, *value); });
                wanted = {{known, std::string(row(prop).key)}};
            }
        }
        std::set<std::pair<std::string, std::string>> found;
        for (const Difference& one : differencesOf(before, after)) {
            found.emplace(one.control, one.property);
            EXPECT_FALSE(one.says.empty());
            EXPECT_FALSE(one.called.empty());
            kinds.insert(one.property);
        }
        ASSERT_EQ(found, wanted) << words(before, after);
        ++told;
    }
    EXPECT_GT(kinds.size(), 30u) << "many properties were among them";
}

TEST(Compare, FormsOfOneNameThatWereMadeApartAreMatchedByNames) {
    const Form one = jotted("# Berth\nBoat: text 30\nLength: number 2..25\n");
    const Form two = jotted("# Berth\nNote: text 20\nBoat: text 30\nLength: number 2..30\n");
    std::set<std::pair<std::string, std::string>> found;
    for (const Difference& one_ : differencesOf(one, two))
        if (one_.property != "box" && one_.property != "order" && !idFrom(one_.control))
            found.emplace(one_.control, one_.property);
    EXPECT_TRUE(found.contains({"txtNote", "control"}));
    EXPECT_TRUE(found.contains({"numLength", std::string(row(Prop::most).key)}));
    EXPECT_EQ(words(one, two).find("reads"), std::string::npos) << "labels go with their fields";
    EXPECT_FALSE(found.contains({"txtBoat", "control"}));
}
