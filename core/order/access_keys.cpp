#include "core/order/access_keys.h"

#include <algorithm>
#include <limits>
#include <numeric>
#include <set>

#include "core/text/key_letters.h"

namespace brindel {
namespace {

/// The pages of tabs that hold a control, from the outermost: which tabs, which page. A tab is seen with its tabs.
using Path = std::vector<std::pair<Id, Id>>;

Path pathOf(const Form& form, Id id) {
    Path path;
    const Control* c = form.find(id);
    for (const Control* up = c ? form.find(c->parent) : nullptr; up; up = form.find(up->parent))
        if (up->is().turned) path.emplace_back(up->parent, up->id);
    std::ranges::reverse(path);
    return path;
}

bool together(const Path& a, const Path& b) {
    for (const auto& [tabs, page] : a)
        for (const auto& [otherTabs, otherPage] : b)
            if (tabs == otherTabs && page != otherPage) return false;
    return true;
}

/// A letter that would do, and how little it is liked.
struct Liked {
    int letter;
    int cost;
};
struct Item {
    Id id;
    std::vector<Liked> letters;  // the best liked first
};
using Items = std::vector<Item>;
using Letters = std::vector<bool>;  // which letters cannot be used

/// The largest matching of items and letters, and of those the cheapest: shortest augmenting paths (Bellman and Ford).
/// Gives for each item its letter, or -1.
std::vector<int> matched(const Items& items, const Letters& banned) {
    const int n = int(items.size()), m = int(banned.size());
    std::vector<int> letterOf(std::size_t(n), -1), itemOf(std::size_t(m), -1);
    auto costOf = [&](int item, int letter) {
        for (const Liked& l : items[std::size_t(item)].letters)
            if (l.letter == letter) return l.cost;
        return 0;
    };
    constexpr int far = std::numeric_limits<int>::max() / 2;
    while (true) {
        std::vector<int> toItem(std::size_t(n), far), toLetter(std::size_t(m), far), via(std::size_t(m), -1);
        for (int i = 0; i < n; ++i)
            if (letterOf[std::size_t(i)] < 0) toItem[std::size_t(i)] = 0;
        for (bool changed = true; changed;) {
            changed = false;
            for (int i = 0; i < n; ++i) {
                if (toItem[std::size_t(i)] >= far) continue;
                for (const Liked& l : items[std::size_t(i)].letters) {
                    const auto at = std::size_t(l.letter);
                    if (banned[at] || letterOf[std::size_t(i)] == l.letter) continue;
                    if (toItem[std::size_t(i)] + l.cost >= toLetter[at]) continue;
                    toLetter[at] = toItem[std::size_t(i)] + l.cost;
                    via[at] = i;
                    changed = true;
                    if (const int held = itemOf[at];
                        held >= 0 && toLetter[at] - costOf(held, l.letter) < toItem[std::size_t(held)])
                        toItem[std::size_t(held)] = toLetter[at] - costOf(held, l.letter);
                }
            }
        }
        int best = -1;
        for (int l = 0; l < m; ++l)
            if (itemOf[std::size_t(l)] < 0 && toLetter[std::size_t(l)] < far &&
                (best < 0 || toLetter[std::size_t(l)] < toLetter[std::size_t(best)]))
                best = l;
        if (best < 0) return letterOf;
        for (int letter = best; letter >= 0;) {
            const int item = via[std::size_t(letter)], before = letterOf[std::size_t(item)];
            letterOf[std::size_t(item)] = letter;
            itemOf[std::size_t(letter)] = item;
            letter = before;
        }
    }
}

int served(const std::vector<int>& letters) {
    return int(std::ranges::count_if(letters, [](int l) { return l >= 0; }));
}

/// The bearers that are seen together with the same others.
struct Scope {
    Path path;
    Items items;
    Letters banned;  // by keys set by hand
};

/// Looks for keys for all scopes. Scopes that are seen together with others are gone through letter by letter, from the
/// best liked; those that then depend on nobody else are matched each by itself, which is exact.
class Search {
  public:
    explicit Search(std::vector<Scope> scopes) : scopes_(std::move(scopes)) {
        const std::size_t n = scopes_.size();
        std::vector<std::size_t> order(n), meets(n, 0);
        std::iota(order.begin(), order.end(), 0);
        for (std::size_t a = 0; a < n; ++a)
            for (std::size_t b = 0; b < n; ++b) meets[a] += a != b && together(scopes_[a].path, scopes_[b].path);
        std::ranges::stable_sort(order, {}, [&](std::size_t s) { return meets[s]; });
        for (std::size_t s : order) {
            const bool alone = std::ranges::none_of(
                leaves_, [&](std::size_t l) { return together(scopes_[l].path, scopes_[s].path); });
            (alone ? leaves_ : searched_).push_back(s);
        }
        std::ranges::sort(searched_);
        for (std::size_t s : searched_)
            for (std::size_t i = 0; i < scopes_[s].items.size(); ++i) open_.emplace_back(s, i);
    }

    std::map<Id, int> best() {
        int most = 0;
        for (const Scope& s : scopes_) most += served(matched(s.items, s.banned));
        // The way of least resistance first: each scope at its best, the outer ones before the inner.
        std::map<Id, int> now;
        for (std::size_t s : searched_) take(s, now);
        finish(now);
        if (bestServed_ < most) {
            now.clear();
            goOn(0, now);
        }
        return best_;
    }

  private:
    std::vector<Scope> scopes_;
    std::vector<std::size_t> leaves_, searched_;
    std::vector<std::pair<std::size_t, std::size_t>> open_;  // the items of the searched scopes
    std::map<Id, int> best_;
    int bestServed_ = -1, steps_ = 0;

    Letters bannedIn(std::size_t scope, const std::map<Id, int>& now) const {
        Letters banned = scopes_[scope].banned;
        for (const Scope& other : scopes_)
            if (together(other.path, scopes_[scope].path))
                for (const Item& item : other.items)
                    if (auto at = now.find(item.id); at != now.end() && at->second >= 0)
                        banned[std::size_t(at->second)] = true;
        return banned;
    }
    void take(std::size_t scope, std::map<Id, int>& now) const {
        const std::vector<int> letters = matched(scopes_[scope].items, bannedIn(scope, now));
        for (std::size_t i = 0; i < letters.size(); ++i) now[scopes_[scope].items[i].id] = letters[i];
    }
    void finish(std::map<Id, int> now) {
        for (std::size_t s : leaves_) take(s, now);
        const int count = int(std::ranges::count_if(now, [](const auto& one) { return one.second >= 0; }));
        if (count <= bestServed_) return;
        bestServed_ = count;
        best_ = std::move(now);
    }
    int atMost(std::size_t from, const std::map<Id, int>& now) const {
        int most = int(open_.size() - from);
        for (const auto& [id, letter] : now) most += letter >= 0;
        for (std::size_t s : leaves_) most += served(matched(scopes_[s].items, bannedIn(s, now)));
        return most;
    }
    void goOn(std::size_t at, std::map<Id, int>& now) {
        if (++steps_ > 20000 || atMost(at, now) <= bestServed_) return;
        if (at == open_.size()) return finish(now);
        const auto& [scope, index] = open_[at];
        const Item& item = scopes_[scope].items[index];
        const Letters banned = bannedIn(scope, now);
        for (const Liked& l : item.letters) {
            if (banned[std::size_t(l.letter)]) continue;
            now[item.id] = l.letter;
            goOn(at + 1, now);
            now.erase(item.id);
        }
        goOn(at + 1, now);
    }
};

}  // namespace

std::vector<KeyBearer> keyBearers(const Form& form) {
    std::vector<KeyBearer> all;
    const std::string& language = form.root().text(Prop::language);
    walk(form, rootId, [&](const Control& c, int) {
        Id to = noControl;
        if (c.is().speaks) {
            const Control* field = form.find(c.reference(Prop::labels));
            if (field && row(field->kind).tabbed && !(isFilled(*field) && field->as<Access>() == Access::locked))
                to = field->id;
        } else if (has(c.kind, Prop::text) && has(c.kind, Prop::accessKey)) {
            to = c.id;
        }
        if (to == noControl || c.text(Prop::text).empty()) return;
        all.push_back(
            {c.id, to, c.text(Prop::text), keyShown(c.text(Prop::accessKey), language), c.yes(Prop::keepsKey)});
    });
    return all;
}

bool seenTogether(const Form& form, Id a, Id b) {
    return together(pathOf(form, a), pathOf(form, b));
}

std::map<Id, std::string> chosenKeys(const Form& form) {
    const std::string& language = form.root().text(Prop::language);
    const std::vector<KeyBearer> bearers = keyBearers(form);
    std::map<std::string, int> numbers;
    std::vector<std::string> letters;
    auto numberOf = [&](const std::string& letter) {
        auto [at, fresh] = numbers.emplace(letter, int(letters.size()));
        if (fresh) letters.push_back(letter);
        return at->second;
    };
    std::map<Path, Scope> scopes;
    for (const KeyBearer& b : bearers) {
        if (b.kept) {
            if (!b.key.empty()) numberOf(b.key);
            continue;
        }
        std::map<int, int> liked;
        for (const KeyLetter& l : keyLetters(b.wording, language)) {
            const bool digit = l.upper.size() == 1 && l.upper[0] >= '0' && l.upper[0] <= '9';
            // First letters of words, the first word before the others; then consonants; then what is left.
            const int cost = digit     ? 400
                             : l.first ? std::min(l.word, 9) * 5
                             : l.vowel ? 200 + int(l.at)
                                       : 100 + int(l.at);
            auto [at, fresh] = liked.emplace(numberOf(l.upper), cost);
            at->second = std::min(at->second, cost);
        }
        Item item{b.id, {}};
        for (const auto& [letter, cost] : liked) item.letters.push_back({letter, std::min(cost, 500)});
        std::ranges::stable_sort(item.letters, {}, &Liked::cost);
        const Path path = pathOf(form, b.id);
        scopes[path].path = path;
        scopes[path].items.push_back(std::move(item));
    }
    std::vector<Scope> list;
    for (auto& [path, scope] : scopes) {
        scope.banned.assign(letters.size(), false);
        for (const KeyBearer& b : bearers)
            if (b.kept && !b.key.empty() && together(path, pathOf(form, b.id)))
                scope.banned[std::size_t(numbers.at(b.key))] = true;
        list.push_back(std::move(scope));
    }
    // The outer scopes first.
    std::ranges::stable_sort(list, {}, [](const Scope& s) { return s.path.size(); });
    std::map<Id, std::string> keys;
    if (list.empty()) return keys;
    for (const auto& [id, letter] : Search(std::move(list)).best())
        keys[id] = letter < 0 ? "" : letters[std::size_t(letter)];
    return keys;
}

std::vector<Id> keyClashes(const Form& form) {
    std::map<std::string, std::vector<Id>> byKey;
    std::vector<Id> clashing;
    for (const KeyBearer& b : keyBearers(form))
        if (!b.key.empty()) byKey[b.key].push_back(b.id);
    for (const auto& [key, ids] : byKey)
        for (Id id : ids)
            if (std::ranges::any_of(ids, [&](Id other) { return other != id && seenTogether(form, id, other); }))
                clashing.push_back(id);
    std::ranges::sort(clashing);
    return clashing;
}

std::string keyTo(const Form& form, const Control& control) {
    const Control* label =
        has(control.kind, Prop::text) && !control.text(Prop::text).empty() ? nullptr : labelOf(form, control.id);
    const Control& bearer = label ? *label : control;
    return has(bearer.kind, Prop::accessKey) ? keyShown(bearer.text(Prop::accessKey), form.root().text(Prop::language))
                                             : "";
}

}  // namespace brindel
