// The seal: which passwords open it, what the file gives away of them, and what is noticed.
#include "core/seal/seal.h"

#include <fmt/format.h>

#include <regex>

#include "core/edit/edits.h"
#include "core/file/recovery_file.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

Opened reread(const std::string& text) {
    return readForm(text).value();
}
/// A file in which somebody has put one text in place of another.
std::string altered(std::string text, const std::string& from, const std::string& to) {
    const auto at = text.find(from);
    EXPECT_NE(at, std::string::npos) << from;
    return text.replace(at, from.size(), to);
}

}  // namespace

TEST(Seal, OpensWithItsPasswordAlone) {
    const Form form = demo("mooring-permit");
    const auto made = sealed(form, "tide and timber 7");
    ASSERT_TRUE(made);
    EXPECT_EQ(sealState(made->form), SealState::whole);
    EXPECT_FALSE(sameContent(made->form, form));
    const Opened again = reread(sealedText(made->form, *made->key));
    EXPECT_EQ(sealState(again.form), SealState::whole);
    const auto key = keyFor(again.form, "tide and timber 7");
    ASSERT_TRUE(key);
    EXPECT_EQ((*key)->bytes(), made->key->bytes());
    EXPECT_TRUE(isAsItWasSealed(again.form, again.digest, **key));
    for (const char* wrong : {"", "tide and timber", "tide and timber 7 ", "Tide and timber 7"})
        EXPECT_EQ(keyFor(again.form, wrong).error().sentence, "This is not the password of this form.") << wrong;
    EXPECT_TRUE(sameContent(unsealed(made->form), form));
    EXPECT_EQ(keyFor(form, "tide and timber 7").error().sentence, "This form is not sealed.");
    // The same word twice gives two seals: whoever sees both files learns nothing.
    EXPECT_NE(sealed(form, "tide and timber 7")->form.seal->hash, made->form.seal->hash);
}

TEST(Seal, TakesPasswordsOfAnyScriptAsTheyAreMeant) {
    const Form form = newForm(Kind::dialog);
    auto opens = [&](const std::string& with, const std::string& by) {
        return keyFor(sealed(form, with)->form, by).has_value();
    };
    EXPECT_TRUE(opens("Anlegestelle Süd",
                      "Anlegestelle Su\xCC\x88"
                      "d"));  // composed or not
    EXPECT_TRUE(opens("мост 12",
                      "мост\xC2\xA0"
                      "12"));  // a no-break space
    EXPECT_TRUE(opens("רציף", "רציף"));
    EXPECT_TRUE(opens(std::string(1000, 'w'), std::string(1000, 'w')));
    EXPECT_FALSE(opens(std::string(1000, 'w'), std::string(999, 'w')));
    std::string bridges;
    for (int i = 0; i < 1000; ++i) bridges += "橋";
    EXPECT_TRUE(opens(bridges, bridges));
    EXPECT_EQ(sealed(form, "").error().sentence, "A password has at least one character.");
    EXPECT_EQ(sealed(form, bridges + "x").error().sentence, "A password has at most 1000 characters.");
    EXPECT_EQ(sealed(form, std::string(100000, 'x')).error().sentence, "A password has at most 1000 characters.");
    EXPECT_EQ(sealed(form, "a\nb").error().sentence, "A password is a single line of text.");
    EXPECT_EQ(sealed(form, "a\xFF").error().sentence, "A password is a single line of text.");
}

TEST(Seal, NoticesEditsByHand) {
    const auto made = sealed(demo("yard-charges"), "gangway");
    const std::string text = sealedText(made->form, *made->key);
    auto asSealed = [&](const std::string& now) {
        const Opened opened = reread(now);
        return isAsItWasSealed(opened.form, opened.digest, *made->key);
    };
    EXPECT_TRUE(asSealed(text));
    EXPECT_TRUE(asSealed(std::regex_replace(text, std::regex("\n *"), "\n")));  // laid out anew: says the same
    EXPECT_FALSE(asSealed(altered(text, "\"title\": \"", "\"title\": \"A")));
    EXPECT_FALSE(asSealed(altered(text, "\"nextId\"", "\"unknown\": 1,\n  \"nextId\"")));
    EXPECT_FALSE(asSealed(altered(text, made->form.seal->salt, std::string(22, 'A') + "==")));
    EXPECT_FALSE(asSealed(std::regex_replace(text, std::regex("\"mark\": \".*\""), "\"mark\": \"\"")));
    // What is changed by who knows the word is marked anew, under the same seal.
    const Form next = withProperty(made->form, {rootId}, Prop::note, std::string("for the office"));
    EXPECT_TRUE(asSealed(sealedText(next, *made->key)));
}

TEST(Seal, IsDamagedByWhatNobodyCanOpen) {
    const Form whole = sealed(newForm(Kind::dialog), "gangway")->form;
    auto with = [&](const std::string& hash, const std::string& salt) {
        Form form = whole;
        form.seal = std::make_shared<const Seal>(Seal{hash, salt, "", ""});
        return reread(formText(form)).form;
    };
    const std::string hash = whole.seal->hash, salt = whole.seal->salt;
    EXPECT_EQ(sealState(with(hash, salt)), SealState::whole);
    const std::string tail = hash.substr(hash.find(",p="));
    for (const std::string& damaged :
         {std::string(), hash.substr(0, hash.size() - 1), hash.substr(0, 20), "$argon2i" + hash.substr(9),
          "$argon2id$v=19$m=4294967295,t=3" + tail, "$argon2id$v=19$m=65536,t=4000000000" + tail,
          "$argon2id$v=19$m=65536,t=3,p=9" + tail.substr(4), std::string(100000, '$')}) {
        EXPECT_EQ(sealState(with(damaged, salt)), SealState::damaged) << damaged.substr(0, 100);
        EXPECT_TRUE(
            keyFor(with(damaged, salt), "gangway").error().sentence.text().starts_with("The seal of this form"));
    }
    for (const char* damaged : {"", "AAAA", "????????????????????????"})
        EXPECT_EQ(sealState(with(hash, damaged)), SealState::damaged) << damaged;
    // Other parameters that can be borne are another seal's: the word does not fit them.
    EXPECT_EQ(keyFor(with(hash.substr(0, hash.find("m=")) + "m=32768,t=2" + tail, salt), "gangway").error().sentence,
              "This is not the password of this form.");
    for (const char* seal : {"7", "\"x\"", "{}", "[]", "{\"hash\": 4}"}) {
        const std::string text =
            altered(formText(newForm(Kind::dialog)), "\"nextId\"", "\"seal\": " + std::string(seal) + ", \"nextId\"");
        EXPECT_EQ(sealState(reread(text).form), SealState::damaged) << seal;
    }
}

TEST(Seal, GivesNothingOfThePasswordAway) {
    const std::string word = "Halyard-4711-Öse";
    const auto made = sealed(demo("lift-out-booking"), word);
    const std::string folder = ::testing::TempDir() + "brindel-seal";
    std::filesystem::remove_all(folder);
    ASSERT_TRUE(keep(folder, 4711, {"", "", "", made->form}));
    std::string all = sealedText(made->form, *made->key);
    for (const auto& file : std::filesystem::directory_iterator(folder)) all += textOf(file.path().string());
    std::string inHex, inBase64;
    for (unsigned char byte : made->key->bytes()) inHex += fmt::format("{:02x}", byte);
    EXPECT_GT(all.size(), 1000u);
    for (const std::string& secret : {word, word.substr(0, 7), inHex, std::string("SGFseWFyZC")})
        EXPECT_EQ(all.find(secret), std::string::npos) << secret;
    EXPECT_EQ(all.find(std::string(made->key->bytes().begin(), made->key->bytes().end())), std::string::npos);
    std::filesystem::remove_all(folder);
}

TEST(Seal, SaysHowLongAPasswordStands) {
    EXPECT_EQ(strengthOf("").holding, Holding::falls);
    EXPECT_EQ(strengthOf("password1").holding, Holding::falls);
    EXPECT_EQ(strengthOf("12345678901234567890").holding, Holding::falls);
    EXPECT_EQ(strengthOf("correct horse battery staple").holding, Holding::holds);
    EXPECT_EQ(strengthOf("q7#Vx!m2Lp@9").says, "Holds for centuries.");
    double before = 0;
    for (const char* word : {"tide", "tide4", "tide4 Kx", "tide4 Kx9!w", "tide4 Kx9!w mooring"}) {
        EXPECT_GE(strengthOf(word).seconds, before) << word;
        before = strengthOf(word).seconds;
    }
    EXPECT_GT(strengthOf(std::string(100000, 'w')).seconds, 0);
    EXPECT_EQ(secondsToWait(0), 0);
    EXPECT_EQ(secondsToWait(2), 0);
    EXPECT_EQ(secondsToWait(3), 2);
    EXPECT_EQ(secondsToWait(5), 8);
    EXPECT_EQ(secondsToWait(1000000000), 30);
}
