#include "core/rules/format_codes.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <vector>

#include "core/rules/evaluate.h"
#include "core/text/fonts.h"

namespace brindel {
namespace {

using std::string;

/// A piece of a section: text that stands as it is, or a code.
struct Piece {
    enum class Code : std::uint8_t { text, digit, point, comma, percent, power, date, passed, half, general, itself };
    Code what = Code::text;
    string text;  // the text; of a digit 0, # or ?; of a date its run of letters, small; of a power its sign and zeros
};
using Code = Piece::Code;
using Section = std::vector<Piece>;

bool isDateLetter(char c) {
    return string("ymdhs").find(char(std::tolower(static_cast<unsigned char>(c)))) != string::npos;
}
bool isLetter(char c) {
    return std::isalpha(static_cast<unsigned char>(c)) != 0;
}

string small(string text) {
    for (char& c : text) c = char(std::tolower(static_cast<unsigned char>(c)));
    return text;
}

/// Reads one section after the other.
class CodeReader {
  public:
    explicit CodeReader(const string& code) : code_(code) {}

    std::vector<Section> sections() {
        all_.emplace_back();
        while (at_ < code_.size()) step();
        for (Section& section : all_) settle(section);
        return std::move(all_);
    }

  private:
    void add(Code what, string text) {
        Section& section = all_.back();
        if (what == Code::text && !section.empty() && section.back().what == Code::text)
            section.back().text += text;
        else
            section.push_back({what, std::move(text)});
    }
    /// The sign at a place, all its bytes.
    string signAt(std::size_t at) const {
        std::size_t end = at + 1;
        while (end < code_.size() && (code_[end] & 0xC0) == 0x80) ++end;
        return code_.substr(at, end - at);
    }

    void step() {
        const char c = code_[at_];
        if (c == ';' && all_.size() < 4) {
            all_.emplace_back();
            ++at_;
        } else if (c == '"') {
            const std::size_t end = std::min(code_.find('"', at_ + 1), code_.size());
            add(Code::text, code_.substr(at_ + 1, end - at_ - 1));
            at_ = std::min(end + 1, code_.size());
        } else if (c == '\\' || c == '_' || c == '*') {
            // The next sign as it is; room as wide as it; a sign to fill up with, which text does not.
            const string next = at_ + 1 < code_.size() ? signAt(at_ + 1) : "";
            add(Code::text, c == '\\' ? next : c == '_' ? " " : "");
            at_ += 1 + next.size();
        } else if (c == '[') {
            bracket();
        } else if (c == '0' || c == '#' || c == '?') {
            single(Code::digit);
        } else if (c == '.') {
            single(Code::point);
        } else if (c == ',') {
            single(Code::comma);
        } else if (c == '%') {
            single(Code::percent);
        } else if (c == '@') {
            single(Code::itself);
        } else if (isLetter(c)) {
            word();
        } else {
            const string sign = signAt(at_);
            add(Code::text, sign);
            at_ += sign.size();
        }
    }

    void single(Code what) { add(what, string(1, code_[at_++])); }

    /// [h], [mm]: what has passed; [$€-407]: a currency; colours and conditions say nothing in a text.
    void bracket() {
        const std::size_t end = std::min(code_.find(']', at_), code_.size());
        const string within = small(code_.substr(at_ + 1, end - at_ - 1));
        if (!within.empty() && string("hms").find(within[0]) != string::npos &&
            within.find_first_not_of(within[0]) == string::npos)
            add(Code::passed, within);
        else if (within.starts_with("$"))
            add(Code::text, code_.substr(at_ + 2, std::min(code_.find('-', at_), end) - at_ - 2));
        at_ = std::min(end + 1, code_.size());
    }

    void word() {
        for (const char* half : {"am/pm", "a/p"})
            if (small(code_.substr(at_, std::char_traits<char>::length(half))) == half) {
                add(Code::half, code_.substr(at_, std::char_traits<char>::length(half)));
                at_ += all_.back().back().text.size();
                return;
            }
        std::size_t end = at_;
        while (end < code_.size() && isLetter(code_[end])) ++end;
        const string run = code_.substr(at_, end - at_);
        for (const char* name : {"general", "standard"})
            if (small(run) == name) {
                add(Code::general, run);
                at_ = end;
                return;
            }
        if ((run == "E" || run == "e") && end + 1 < code_.size() && (code_[end] == '+' || code_[end] == '-') &&
            code_[end + 1] == '0' && !all_.back().empty()) {
            std::size_t zeros = end + 1;
            while (zeros < code_.size() && code_[zeros] == '0') ++zeros;
            add(Code::power, code_.substr(end, zeros - end));
            at_ = zeros;
            return;
        }
        // Letters are codes where all of them are; the T of ISO 8601 stands between.
        const bool codes = std::ranges::all_of(run, [](char c) { return isDateLetter(c) || c == 'T'; }) && run != "T";
        if (!codes) {
            add(Code::text, run);
            at_ = end;
            return;
        }
        while (at_ < end) {
            std::size_t same = at_;
            while (same < end && std::tolower(static_cast<unsigned char>(code_[same])) ==
                                     std::tolower(static_cast<unsigned char>(code_[at_])))
                ++same;
            add(isDateLetter(code_[at_]) ? Code::date : Code::text,
                isDateLetter(code_[at_]) ? small(code_.substr(at_, same - at_)) : code_.substr(at_, same - at_));
            at_ = same;
        }
    }

    /// A section is of numbers or of dates, as its first code is: the other's codes are text there.
    static void settle(Section& section) {
        const auto first = std::ranges::find_if(section, [](const Piece& p) {
            return p.what == Code::digit || p.what == Code::date || p.what == Code::passed;
        });
        if (first == section.end()) {
            for (Piece& p : section)
                if (p.what == Code::point || p.what == Code::comma || p.what == Code::power || p.what == Code::half)
                    p.what = Code::text;
            return;
        }
        const bool dates = first->what != Code::digit;
        for (std::size_t i = 0; i < section.size(); ++i) {
            Piece& p = section[i];
            if (!dates && (p.what == Code::date || p.what == Code::passed || p.what == Code::half)) p.what = Code::text;
            // Beside seconds a point and zeros are their parts.
            const bool parts = dates && i > 0 && p.what == Code::point && section[i - 1].text.starts_with("s") &&
                               (section[i - 1].what == Code::date || section[i - 1].what == Code::passed);
            if (parts) {
                while (i + 1 < section.size() && section[i + 1].what == Code::digit && section[i + 1].text == "0") {
                    p.text += '0';
                    section.erase(section.begin() + std::ptrdiff_t(i) + 1);
                }
                if (p.text.size() == 1) p.what = Code::text;
            } else if (dates && (p.what == Code::digit || p.what == Code::point || p.what == Code::comma ||
                                 p.what == Code::percent || p.what == Code::power)) {
                p.what = Code::text;
            }
        }
    }

    const string& code_;
    std::size_t at_ = 0;
    std::vector<Section> all_;
};

bool isOfDates(const Section& section) {
    return std::ranges::any_of(section, [](const Piece& p) { return p.what == Code::date || p.what == Code::passed; });
}

/// 0 to 9 as the language writes them.
string inDigits(const string& digits, const NumberSigns& signs) {
    if (signs.zero == U'0') return digits;
    string out;
    for (char c : digits)
        out += c >= '0' && c <= '9' ? utf8(std::u32string(1, signs.zero + char32_t(c - '0'))) : string(1, c);
    return out;
}

/// What a section of numbers asks for.
struct Plan {
    int whole = 0, least = 0, places = 0;  // digits before the point, those that must be there, and those behind it
    int percents = 0, thousands = 0;
    bool grouped = false, power = false;
    std::vector<std::size_t> dividing;  // commas that divide
};

Plan planOf(const Section& section) {
    Plan plan;
    bool behind = false, must = false;
    std::size_t lastDigit = 0;
    for (std::size_t i = 0; i < section.size(); ++i)
        if (section[i].what == Code::digit) lastDigit = i;
    for (std::size_t i = 0; i < section.size(); ++i) {
        const Piece& p = section[i];
        if (p.what == Code::power) plan.power = behind = true;
        if (p.what == Code::point) behind = true;
        if (p.what == Code::percent) ++plan.percents;
        if (p.what == Code::digit && !plan.power) {
            if (behind) {
                ++plan.places;
            } else {
                ++plan.whole;
                must = must || p.text == "0";
                plan.least += must;
            }
        }
        if (p.what == Code::comma && plan.whole + plan.places > 0) {
            const bool more = std::any_of(section.begin() + std::ptrdiff_t(i), section.end(),
                                          [](const Piece& later) { return later.what == Code::digit; });
            const bool wholeFollows = more && !behind && i < lastDigit && [&] {
                for (std::size_t k = i + 1; k < section.size() && section[k].what != Code::point; ++k)
                    if (section[k].what == Code::digit) return true;
                return false;
            }();
            if (wholeFollows)
                plan.grouped = true;
            else
                ++plan.thousands;
        }
    }
    return plan;
}

/// The digits of a number that is not below zero, rounded at so many places: before the point and behind it.
std::pair<string, string> digitsOf(double number, int places) {
    string text = fmt::format("{:.{}f}", number, places);
    const std::size_t point = text.find('.');
    string whole = text.substr(0, point), behind = point == string::npos ? "" : text.substr(point + 1);
    whole.erase(0, std::min(whole.find_first_not_of('0'), whole.size()));
    return {whole, behind};
}

class NumberByCode {
  public:
    NumberByCode(const Section& section, const NumberSigns& signs)
        : section_(section), signs_(signs), plan_(planOf(section)) {}

    /// `number` is not below zero.
    string said(double number) {
        for (int i = 0; i < plan_.percents; ++i) number *= 100;
        for (int i = 0; i < plan_.thousands; ++i) number /= 1000;
        const int places = std::min(plan_.places, 20);
        if (plan_.power) number = besidePower(number, places);
        number = roundedAt(number, places);
        isNothing_ = number == 0;
        std::tie(whole_, behind_) = digitsOf(number, places);
        if (int(whole_.size()) < plan_.least) whole_.insert(0, std::size_t(plan_.least) - whole_.size(), '0');
        string out;
        int place = 0, decimal = 0;  // of digits: how many codes have been passed, before the point and behind it
        bool behind = false, powered = false;
        for (const Piece& p : section_) {
            if (p.what == Code::text || p.what == Code::percent) {
                out += p.text;
            } else if (p.what == Code::point) {
                // A section such as .00 has no code for what stands before it.
                if (plan_.whole == 0) out += inDigits(whole_, signs_);
                behind = true;
                if (shows(0)) out += signs_.decimal;
            } else if (p.what == Code::power) {
                powered = behind = true;
                out += powerSaid(p.text);
            } else if (p.what == Code::digit && !powered) {
                out += behind ? decimalAt(decimal++, p.text[0]) : wholeAt(place++, p.text[0]);
            }
        }
        return out;
    }
    bool isNothing() const { return isNothing_; }

  private:
    /// Divided so that as many digits stand before the point as the code has there.
    double besidePower(double number, int places) {
        if (number == 0) return 0;
        const int wide = std::max(1, plan_.whole);
        power_ = int(std::floor(std::log10(tidied15(number))));
        if (plan_.whole > plan_.least && wide > 1)  // ##0.0E+0: in steps of so many
            power_ = int(std::floor(double(power_) / wide)) * wide;
        else
            power_ -= wide - 1;
        double left = scaled(number, power_);
        if (roundedAt(left, places) >= std::pow(10, wide))
            left = scaled(number, power_ += plan_.whole > plan_.least && wide > 1 ? wide : 1);
        return left;
    }
    static double scaled(double number, int power) {
        return power < -300 ? number * 1e300 * std::pow(10, -power - 300) : tidied15(number / std::pow(10, power));
    }
    string powerSaid(const string& code) const {
        const string digits = fmt::format("{:0{}}", std::abs(power_), code.size() - 1);
        return "E" + string(power_ < 0 ? "-" : code[0] == '+' ? "+" : "") + inDigits(digits, signs_);
    }

    /// Whether a digit behind the point, or a later one, shows anything.
    bool shows(int from) const {
        int place = 0;
        bool behind = false;
        for (const Piece& p : section_) {
            if (p.what == Code::point) behind = true;
            if (p.what == Code::power) break;
            if (p.what != Code::digit || !behind) continue;
            if (place >= from &&
                (p.text != "#" ||
                 (place < int(behind_.size()) && behind_.find_first_not_of('0', std::size_t(place)) != string::npos)))
                return true;
            ++place;
        }
        return false;
    }
    string decimalAt(int place, char code) const {
        if (place >= int(behind_.size())) return code == '0' ? inDigits("0", signs_) : "";
        const bool needed = code == '0' || behind_.find_first_not_of('0', std::size_t(place)) != string::npos;
        if (needed) return inDigits(string(1, behind_[std::size_t(place)]), signs_);
        return code == '?' ? " " : shows(place) ? inDigits("0", signs_) : "";
    }
    /// Code stands for the digit that so many codes stand before: the first has all that do not fit.
    string wholeAt(int place, char code) const {
        const int fromRight = plan_.whole - 1 - place, size = int(whole_.size());
        if (size <= fromRight) return code == '?' ? " " : "";
        string out;
        for (int k = place == 0 ? size - 1 : fromRight; k >= fromRight; --k) {
            out += inDigits(string(1, whole_[std::size_t(size - 1 - k)]), signs_);
            if (plan_.grouped && k > 0 && endsGroup(k, size)) out += signs_.group;
        }
        return out;
    }
    bool endsGroup(int fromRight, int size) const {
        if (size < signs_.firstGroup + signs_.leastGroup || fromRight < signs_.firstGroup) return false;
        return (fromRight - signs_.firstGroup) % signs_.nextGroup == 0;
    }

    const Section& section_;
    const NumberSigns& signs_;
    Plan plan_;
    string whole_, behind_;
    int power_ = 0;
    bool isNothing_ = false;
};

/// A moment, taken apart; cut at the smallest part that is shown.
struct Moment {
    Day day;
    std::int64_t ticks = 0;   // of the day
    std::int64_t all = 0;     // from the beginning of the count, for what has passed
    std::int64_t second = 1;  // ticks in a second
};

std::optional<Moment> momentOf(double number, int places) {
    Moment m;
    for (int i = 0; i < places; ++i) m.second *= 10;
    const std::int64_t long_ = 86400 * m.second;
    double whole = std::floor(number);
    // A moment that a sum of parts of a day misses by less than can be told is that moment.
    std::int64_t ticks = std::int64_t(std::floor((number - whole) * double(long_) + (places > 0 ? 0.02 : 5e-3)));
    if (ticks >= long_) ticks -= long_, ++whole;
    const auto day = dayOf(whole);
    if (!day) return std::nullopt;
    m.day = *day;
    m.ticks = ticks;
    m.all = std::int64_t(whole) * long_ + ticks;
    return m;
}

class MomentByCode {
  public:
    MomentByCode(const Section& section, const NumberSigns& signs, const string& language)
        : section_(section), signs_(signs), language_(language) {
        for (const Piece& p : section)
            if (p.what == Code::half) twelve_ = true;
    }

    std::optional<string> said(double number) {
        int places = 0;
        for (const Piece& p : section_)
            if (p.what == Code::point) places = std::max(places, std::min(9, int(p.text.size()) - 1));
        const auto moment = momentOf(number, places);
        if (!moment) return std::nullopt;
        moment_ = *moment;
        string out;
        for (std::size_t i = 0; i < section_.size(); ++i) {
            const Piece& p = section_[i];
            if (p.what == Code::date)
                out += ofDate(i);
            else if (p.what == Code::passed)
                out += passed(p.text);
            else if (p.what == Code::half)
                out += half(p.text);
            else if (p.what == Code::point)
                out += signs_.decimal + padded(moment_.ticks % moment_.second, p.text.size() - 1);
            else
                out += p.text;
        }
        return out;
    }

  private:
    string padded(std::int64_t number, std::size_t wide) const {
        return inDigits(fmt::format("{:0{}}", number, wide), signs_);
    }
    std::int64_t seconds() const { return moment_.ticks / moment_.second; }

    /// m is minutes behind hours and before seconds.
    bool isMinutes(std::size_t at) const {
        auto isTime = [](const Piece& p, char letter) {
            return (p.what == Code::date || p.what == Code::passed) && p.text[0] == letter;
        };
        for (std::size_t i = at; i-- > 0;)
            if (section_[i].what == Code::date || section_[i].what == Code::passed) {
                if (isTime(section_[i], 'h')) return true;
                break;
            }
        for (std::size_t i = at + 1; i < section_.size(); ++i)
            if (section_[i].what == Code::date || section_[i].what == Code::passed) return isTime(section_[i], 's');
        return false;
    }

    string ofDate(std::size_t at) const {
        const string& run = section_[at].text;
        const std::size_t n = run.size();
        switch (run[0]) {
            case 'y':
                return n <= 2 ? padded(int(moment_.day.year()) % 100, 2) : padded(int(moment_.day.year()), 4);
            case 'd':
                if (n > 2) return dateIn(moment_.day, n == 3 ? "EEE" : "EEEE", language_);
                return padded(unsigned(moment_.day.day()), n);
            case 'h': {
                const std::int64_t hour = seconds() / 3600;
                return padded(twelve_ ? (hour + 11) % 12 + 1 : hour, std::min<std::size_t>(n, 2));
            }
            case 's':
                return padded(seconds() % 60, std::min<std::size_t>(n, 2));
            default:
                break;
        }
        if (n <= 2 && isMinutes(at)) return padded(seconds() / 60 % 60, n);
        if (n > 2) return dateIn(moment_.day, string(std::min<std::size_t>(n, 5), 'M'), language_);
        return padded(unsigned(moment_.day.month()), n);
    }
    string passed(const string& run) const {
        const std::int64_t all = moment_.all / moment_.second;
        const std::int64_t count = run[0] == 'h' ? all / 3600 : run[0] == 'm' ? all / 60 : all;
        return (count < 0 ? "-" : "") + padded(std::abs(count), run.size());
    }
    string half(const string& code) const {
        const string word = seconds() < 43200 ? "AM" : "PM";
        const string said = code.size() == 3 ? word.substr(0, 1) : word;
        return std::islower(static_cast<unsigned char>(code[0])) ? small(said) : said;
    }

    const Section& section_;
    const NumberSigns& signs_;
    const string& language_;
    Moment moment_;
    bool twelve_ = false;
};

bool isPlain(const Section& section) {
    return std::ranges::all_of(section, [](const Piece& p) { return p.what == Code::text || p.what == Code::itself; });
}

string generalSaid(double number, const NumberSigns& signs) {
    string text = std::get<string>(asText(number));
    if (const auto point = text.find('.'); point != string::npos) text.replace(point, 1, signs.decimal);
    return inDigits(text, signs);
}

}  // namespace

std::optional<string> formatted(double number, const string& code, const string& language) {
    auto sections = CodeReader(code).sections();
    const NumberSigns& signs = numberSigns(language);
    if (sections.size() == 4) sections.pop_back();
    // Of two the second is for numbers below zero, of three the third for zero; a section for texts alone is none.
    const std::size_t which = number < 0 && sections.size() > 1 ? 1 : number == 0 && sections.size() > 2 ? 2 : 0;
    const Section& section = sections[which];
    if (isOfDates(section)) return MomentByCode(section, signs, language).said(number);
    const bool negative = number < 0 && which == 0;
    string out;
    if (isPlain(section)) {
        for (const Piece& p : section) out += p.what == Code::itself ? generalSaid(number, signs) : p.text;
        return out;
    }
    if (std::ranges::any_of(section, [](const Piece& p) { return p.what == Code::general; })) {
        for (const Piece& p : section)
            out += p.what == Code::general ? generalSaid(which == 1 ? std::abs(number) : number, signs) : p.text;
        return out;
    }
    NumberByCode by(section, signs);
    out = by.said(std::abs(number));
    return (negative && !by.isNothing() ? "-" : "") + out;
}

string formattedText(const string& text, const string& code) {
    const auto sections = CodeReader(code).sections();
    const Section& section = sections.size() == 4 ? sections[3] : sections[0];
    const bool own = std::ranges::any_of(section, [](const Piece& p) { return p.what == Code::itself; });
    if (sections.size() < 4 && (sections.size() > 1 || !own)) return text;
    string out;
    for (const Piece& p : section) out += p.what == Code::itself ? text : p.text;
    return out;
}

}  // namespace brindel
