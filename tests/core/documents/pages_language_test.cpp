// Every page is written in the language that its writer was handed: in one whose words are all x, no English
// word is left on it.
#include <gmock/gmock.h>

#include "core/documents/assembly_guide.h"
#include "core/documents/copy_shop.h"
#include "core/documents/patch_print.h"
#include "core/documents/piece_papers.h"
#include "core/documents/placement_template.h"
#include "core/documents/plan_sheet.h"
#include "core/documents/proof_strip.h"
#include "core/documents/reduced_proof.h"
#include "core/documents/reference_print.h"
#include "core/documents/seam_strip.h"
#include "core/documents/size_ladder.h"
#include "core/documents/swatch_sheet.h"
#include "core/documents/test_sheet.h"
#include "core/pdf/sheets_pdf.h"
#include "core/schedule/needs.h"
#include "core/schedule/work_order.h"
#include "tests/support/pictures.h"
#include "tests/support/plans.h"
#include "tests/support/tools.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

/// Every letter of a source but those of its places is an x.
Language crosses() {
    return {"en", [](std::string_view source) {
                std::string words(source);
                int depth = 0;
                for (char& c : words) {
                    depth += c == '{' ? 1 : c == '}' ? -1 : 0;
                    if (depth == 0 && std::isalpha(static_cast<unsigned char>(c))) c = 'x';
                }
                return words;
            }};
}

/// The words of a PDF that are neither crossed out nor names of this test.
std::vector<std::string> leftIn(const std::filesystem::path& pdf) {
    static const std::set<std::string> names{"Panel", "Letter", "http", "https",
                                             // within plurals, which this language leaves as they are
                                             "other", "sheet", "sheets", "page", "pages", "copies", "times"};
    std::vector<std::string> left;
    std::string word;
    for (const char c : run({"pdftotext", "-raw", pdf.string(), "-"}).out + " ") {
        if (std::isalpha(static_cast<unsigned char>(c))) {
            word += c;
            continue;
        }
        if (word.size() > 3 && word.find_first_not_of('x') != std::string::npos && !names.contains(word))
            left.push_back(word);
        word.clear();
    }
    return left;
}

class PagesLanguage : public testing::Test {
  protected:
    PagesLanguage() : job(jobOf(artworkOf(noise({90, 60}, CV_8UC3)), {300, 200})) {
        job = withName(job, job.pieces.front().id, "Panel");
        job.name = "Panel";
        job.sheets.ppi = 72;
        job.sheets.seams = SeamManner::regular;
        sheets = impose(job);
    }
    void expectNoEnglish(const std::string& what) { EXPECT_THAT(leftIn(file), testing::IsEmpty()) << what; }
    const Piece& piece() const { return job.pieces.front(); }

    ScratchFolder folder;
    std::filesystem::path file = folder / "p.pdf";
    Job job;
    Imposition sheets;
    Language say = crosses();
};

}  // namespace

TEST_F(PagesLanguage, englishIsFound) {
    writeGuide(Language{}, file, job, sheets);
    EXPECT_THAT(leftIn(file), testing::IsSupersetOf({"together", "Measure", "glue"}));
}

TEST_F(PagesLanguage, sheetsAndWhatHelpsToPutThemTogether) {
    writeSheets(say, file, job, sheets);
    expectNoEnglish("sheets");
    writeGuide(say, file, job, sheets);
    expectNoEnglish("guide");
    writeTestSheet(say, file, job, sheets);
    expectNoEnglish("test sheet");
    writeSeamStrip(say, file, job, sheets, 0);
    expectNoEnglish("seam strip");
    writePatch(say, file, job, sheets, 0, {0.5, 0.5}, 30);
    expectNoEnglish("patch");
}

TEST_F(PagesLanguage, whatIsHeldBesideIt) {
    writeReferencePrint(say, file, job);
    expectNoEnglish("reference");
    writeReducedProof(say, file, job, sheets);
    expectNoEnglish("proof");
    for (const TemplateKind kind : {TemplateKind::placement, TemplateKind::mask_outside,
                                    TemplateKind::mask_inside, TemplateKind::corners}) {
        writeTemplate(say, file, job, piece(), kind);
        expectNoEnglish("template");
    }
    writeSizeLadder(say, file, job, piece(), {60, 80});
    expectNoEnglish("ladder");
    writeSwatches(say, file, Printer{}, job.sheets.paper, 0);
    expectNoEnglish("swatches");
}

TEST_F(PagesLanguage, thePlan) {
    const Conditions conditions = conditionsFrom("2026-12-03T18:00");
    const WorkOrder order = workOrderOf(job);
    const Plan plan = tests::planned(job, conditions);
    writePlanSheet(say, file, job, plan, order, conditions, needsOf(job, &sheets, plan, order));
    expectNoEnglish("plan");
}

TEST_F(PagesLanguage, whatAShopIsGiven) {
    for (const std::filesystem::path& each : writeCopyShopSet(say, folder / "shop", job, 0)) {
        if (each.extension() != ".pdf") continue;
        file = each;
        // The order names the file, which is named in its language, and the checksum is hexadecimal.
        std::vector<std::string> left = leftIn(file);
        std::erase_if(left, [](const std::string& word) {
            return word.find_first_not_of("abcdef") == std::string::npos;
        });
        EXPECT_THAT(left, testing::IsEmpty()) << each;
    }
}
