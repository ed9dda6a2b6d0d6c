#include "core/documents/piece_papers.h"

#include <gmock/gmock.h>

#include "core/time/time_zone.h"
#include "tests/support/pictures.h"
#include "tests/support/plans.h"
#include "tests/support/tools.h"
#include "tests/support/year.h"

using namespace tympan;
using namespace tympan::tests;
using testing::HasSubstr;
using testing::Not;

namespace {

std::string textOf(const std::filesystem::path& pdf) {
    return run({"pdftotext", "-layout", pdf.string(), "-"}).out;
}

}  // namespace

TEST(PiecePage, saysAllThatTheLogbookHas) {
    const ScratchFolder folder;
    const LogEntry entry = fullEntry();
    writePiecePage(Language{}, folder / "page.pdf", entry,
                   {noise({300, 200}, CV_8UC3), {}, noise({200, 300}, CV_8UC3)}, lisbon);
    const std::string text = textOf(folder / "page.pdf");
    for (const std::string& said :
         {entry.name, entry.object, entry.printer, entry.next.words, entry.wrong.front(), entry.rights,
          std::string("cloud: 2.0 cm²"), std::string("480 g"), std::string("rub, 4 times: 22 min"),
          std::string("after")})
        EXPECT_THAT(text, HasSubstr(said));
    EXPECT_THAT(text, Not(HasSubstr("before\n"))) << "there is no such picture";
    EXPECT_THAT(run({"pdfimages", "-list", (folder / "page.pdf").string()}).out, HasSubstr("image"));
}

TEST(ReceiverCard, isASixAndNamesNoMakerUnlessAsked) {
    const ScratchFolder folder;
    LogEntry entry = fullEntry();
    entry.material = "cotton-light";
    ReceiverCard card = receiverCardOf(Language{}, entry, lisbon);
    EXPECT_EQ(card.maker, "");
    EXPECT_EQ(card.grams, 480);
    EXPECT_THAT(card.care, HasSubstr("inside out"));
    EXPECT_FALSE(card.wash_from.empty());
    card.picture = noise({300, 200}, CV_8UC3);
    writeReceiverCard(Language{}, folder / "card.pdf", card, 0);
    EXPECT_THAT(run({"pdfinfo", (folder / "card.pdf").string()}).out, HasSubstr("297.638 x 419.528"));
    const std::string text = textOf(folder / "card.pdf");
    EXPECT_THAT(text, HasSubstr("Not washed before " + card.wash_from));
    EXPECT_THAT(text, HasSubstr("480 g"));
    EXPECT_THAT(text, Not(HasSubstr("Made by")));
    card.maker = "the moor";
    writeReceiverCard(Language{}, folder / "card.pdf", card, 0);
    EXPECT_THAT(textOf(folder / "card.pdf"), HasSubstr("Made by the moor"));
    card.care.assign(4000, 'a');
    for (std::size_t i = 10; i < card.care.size(); i += 11) card.care[i] = ' ';
    EXPECT_THROW(writeReceiverCard(Language{}, folder / "card.pdf", card, 0), Error)
        << "nothing is cut off silently";
}

TEST(ReceiverCard, whatIsNotWashedHasNoDayForIt) {
    LogEntry entry = fullEntry();
    entry.wash_from.reset();
    EXPECT_EQ(receiverCardOf(Language{}, entry, lisbon).wash_from, "");
}
