#include "core/documents/proof_strip.h"

#include <gmock/gmock.h>

#include "tests/support/pictures.h"
#include "tests/support/tools.h"

using namespace tympan;
using namespace tympan::tests;
using testing::HasSubstr;

TEST(ProofStrip, showsOneSpotAtTrueSizeInEveryWayOnOnePage) {
    const ScratchFolder folder;
    const Job job = jobOf(picture(), {300, 200});
    writeProofStrip(Language{}, folder / "p.pdf", job, job.pieces[0], {0.5, 0.5},
                    {Engine::smooth, Engine::photo, Engine::automatic});
    const std::string info = run({"pdfinfo", (folder / "p.pdf").string()}).out;
    EXPECT_THAT(info, HasSubstr("Pages:           1\n"));
    EXPECT_THAT(info, HasSubstr("841.89 x 595.276")) << "A4, lying";
    const std::string words = run({"pdftotext", (folder / "p.pdf").string(), "-"}).out;
    for (const char* way : {"smooth", "photo", "by itself", "not for transfer"})
        EXPECT_THAT(words, HasSubstr(way));
    const std::string pictures = run({"pdfimages", "-list", (folder / "p.pdf").string()}).out;
    EXPECT_EQ(std::count(pictures.begin(), pictures.end(), '\n'), 2 + 3) << pictures;
}

TEST(ProofStrip, ofASmallPrintShowsAllOfIt) {
    const ScratchFolder folder;
    const Job job = jobOf(picture(), {40, 27});
    writeProofStrip(Language{}, folder / "p.pdf", job, job.pieces[0], {0, 1},
                    {Engine::smooth, Engine::drawing});
    EXPECT_THAT(run({"pdfinfo", (folder / "p.pdf").string()}).out, HasSubstr("Pages:           1\n"));
}

TEST(ProofStrip, saysWhenThePaperIsTooSmall) {
    const ScratchFolder folder;
    Job job = jobOf(picture(), {40, 27});
    job.sheets.paper.size = {50, 40};
    EXPECT_THROW(writeProofStrip(Language{}, folder / "p.pdf", job, job.pieces[0], {0.5, 0.5},
                                 {Engine::smooth, Engine::photo, Engine::drawing}),
                 Error);
}
