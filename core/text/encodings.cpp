#include "core/text/encodings.h"

#include <fmt/format.h>

#include <unicode/ucnv.h>
#include <unicode/utf8.h>

#include <algorithm>
#include <memory>

#include "core/text/icu_text.h"

namespace brindel {
namespace {

using std::string;

string lineOf(const string& bytes, std::size_t at) {
    return "line " + std::to_string(1 + std::count(bytes.begin(), bytes.begin() + std::ptrdiff_t(at), '\n'));
}

/// Where the first byte is that is no UTF-8; the length where all are.
std::size_t firstForeign(const string& text) {
    const auto* bytes = reinterpret_cast<const uint8_t*>(text.data());
    int32_t at = 0;
    while (at < int32_t(text.size())) {
        const int32_t from = at;
        UChar32 c;
        U8_NEXT(bytes, at, int32_t(text.size()), c);
        if (c < 0) return std::size_t(from);
    }
    return text.size();
}

/// The encoding that an XML declaration names; empty where it names none.
string declared(const string& bytes) {
    if (!bytes.starts_with("<?xml")) return "";
    const string head = bytes.substr(0, std::min<std::size_t>(bytes.find("?>"), 300));
    const auto key = head.find("encoding");
    if (key == string::npos) return "";
    const auto open = head.find_first_of("\"'", key);
    const auto close = open == string::npos ? open : head.find(head[open], open + 1);
    return close == string::npos ? "" : head.substr(open + 1, close - open - 1);
}

/// Bytes of an encoding by its name (IANA) in UTF-8.
Result<string> converted(const string& bytes, const string& encoding) {
    UErrorCode error = U_ZERO_ERROR;
    const std::unique_ptr<UConverter, void (*)(UConverter*)> from(ucnv_open(encoding.c_str(), &error), ucnv_close);
    if (U_FAILURE(error))
        return failure("line 1", said("Its encoding, “{}”, is not known. Save the file as UTF-8.", spoken(encoding)));
    ucnv_setToUCallBack(from.get(), UCNV_TO_U_CALLBACK_STOP, nullptr, nullptr, nullptr, &error);
    std::u16string units(bytes.size() * 2 + 1, u'\0');
    const int32_t length =
        ucnv_toUChars(from.get(), units.data(), int32_t(units.size()), bytes.data(), int32_t(bytes.size()), &error);
    if (U_FAILURE(error))
        return failure("",
                       said("It is not valid {}, although it declares it. Save the file as UTF-8.", spoken(encoding)));
    string text = narrow(icu::UnicodeString(units.data(), length));
    if (text.starts_with("\xEF\xBB\xBF")) text.erase(0, 3);
    return text;
}

}  // namespace

Result<string> textFromBytes(const string& bytes) {
    constexpr std::size_t most = 256u << 20;
    if (bytes.size() > most) return failure("", said("The file is too large."));
    if (bytes.starts_with("\xFF\xFE") || bytes.starts_with("\xFE\xFF")) return converted(bytes, "UTF-16");
    if (bytes.starts_with(string("<\0", 2))) return converted(bytes, "UTF-16LE");
    if (bytes.starts_with(string("\0<", 2))) return converted(bytes, "UTF-16BE");
    if (const string encoding = declared(bytes); !encoding.empty() && ucnv_compareNames(encoding.c_str(), "UTF-8") != 0)
        return converted(bytes, encoding);
    string text = bytes.starts_with("\xEF\xBB\xBF") ? bytes.substr(3) : bytes;
    const std::size_t foreign = firstForeign(text);
    if (foreign < text.size())
        return failure(lineOf(text, foreign),
                       said("Here is a character that is not in UTF-8. Save the file as UTF-8, and read it again."));
    return text;
}

string textFromWestern(const string& bytes) {
    // Each byte means something there; what it leaves open means nothing anywhere.
    return converted(bytes, "windows-1252").value_or("");
}

std::string hexText(const std::string& bytes) {
    std::string hex;
    for (const char byte : bytes) hex += fmt::format("{:02x}", static_cast<unsigned char>(byte));
    return hex;
}

}  // namespace brindel
