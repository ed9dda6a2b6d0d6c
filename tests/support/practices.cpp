#include "tests/support/practices.h"

#include "core/job/edits.h"
#include "core/job/faces.h"
#include "core/method/catalogue.h"
#include "core/method/variants.h"
#include "core/object/materials.h"
#include "core/printer/paper.h"
#include "tests/support/pictures.h"

namespace tympan::tests {

Job jobOf(const Practice& practice) {
    static const ArtworkPtr inked = artworkOf(noise({80, 60}, CV_8UC3));
    Job job;
    job.sheets.paper = paperNamed("A4");
    job.printers.front().kind = practice.printer;
    if (practice.shop) job.printers.front().shop = ShopTerms{24, 2};
    for (int i = 0; i < practice.pieces; ++i) {
        Object object =
            objectOf("plate", ShapeKind::rectangle, {practice.size.width + 20, practice.size.height + 20});
        object.material = findMaterial(shippedMaterials(), practice.material);
        job = withPiece(std::move(job), {.artwork = inked,
                                         .object = object,
                                         .method = findMethod(shippedMethods(), practice.method),
                                         .size = practice.size});
        for (const std::string& variant : practice.variants)
            job = withVariant(std::move(job), job.pieces.back().id, variant);
    }
    return job;
}

const std::vector<NamedPractice>& allPractices() {
    using enum PrinterKind;
    static const std::vector<NamedPractice> all{
        {"paste on two garments",
         {.method = "fabric-paste", .material = "cotton-light", .variants = {"worn"}, .pieces = 2}},
        {"several sheets, joined, by gel",
         {.method = "gel-rub-off", .size = {380, 250}, .variants = {"pre-coat"}}},
        {"several sheets one by one",
         {.method = "gel-rub-off", .size = {380, 250}, .variants = {"sheet-by-sheet"}}},
        {"two passes on dark cloth",
         {.method = "two-part-dark-cloth", .material = "cotton-dark", .printer = white_toner}},
        {"white glue with an inkjet",
         {.method = "glue-rub-off", .variants = {"fixed-first", "other-varnish"}, .printer = inkjet}},
        {"skin sheets", {.method = "skin-sheet", .material = "skin", .size = {30, 30}, .pieces = 5}},
        {"tissue, sealed", {.method = "tissue-overlay", .material = "canvas", .printer = inkjet}},
        {"tissue, unsealed",
         {.method = "tissue-overlay",
          .material = "canvas",
          .variants = {"unsealed", "laid-whole", "heat-gun"},
          .printer = inkjet}},
        {"tissue on a pod", {.method = "tissue-overlay", .material = "pod"}},
        {"tissue on a page", {.method = "tissue-overlay", .material = "book-page", .variants = {"trial"}}},
        {"white glue, rubbed off", {.method = "glue-rub-off"}},
        {"iron-on over black", {.method = "iron-on-paper", .material = "painted", .pieces = 3}},
        {"small rounds by gel", {.method = "gel-rub-off", .variants = {"dry-buff"}}},
        {"paper that will not come off",
         {.method = "gel-rub-off", .material = "canvas", .variants = {"wet-cloth"}}},
        {"a canvas from a shop",
         {.method = "gel-rub-off", .material = "canvas", .variants = {"wet-cloth"}, .shop = true}},
        {"a shaped canvas, not soaked",
         {.method = "gel-rub-off", .material = "canvas-board", .variants = {"no-soak"}}},
        {"gifts of paper",
         {.method = "gel-rub-off", .material = "paper", .variants = {"sparing", "sprayed"}}},
        {"dry rub",
         {.method = "glue-dry-rub", .material = "paper", .variants = {"inked-edges"}, .printer = inkjet}},
        {"an opaque sheet on dark cloth",
         {.method = "opaque-dark-cloth", .material = "cotton-dark", .printer = sublimation}},
        {"a release sheet, then varnish", {.method = "release-sheet-gel"}},
        {"a release sheet, all faces in a day", {.method = "release-sheet-gel", .variants = {"same-day"}}},
        {"a release sheet with wet ink", {.method = "release-sheet-press", .printer = inkjet}},
        {"napkins in the oven",
         {.method = "napkin",
          .material = "painted",
          .variants = {"in-oven", "red-tried"},
          .printer = inkjet}},
        {"a panel whose gaps are touched up",
         {.method = "gel-rub-off", .size = {380, 250}, .variants = {"gaps-touched"}}},
    };
    return all;
}

Job canWithTwoSides() {
    Job job = jobOf({.method = "gel-rub-off", .material = "painted", .pieces = 2});
    const int can = job.objects.front().id;
    job.objects.front().face = Face::left;
    job = withFace(std::move(job), job.pieces.back().id, Face::right, can);
    for (const int id : {job.pieces.front().id, job.pieces.back().id})
        job = withVariant(std::move(job), id, "in-oven");
    return job;
}

}  // namespace tympan::tests
