#pragma once
#include <map>
#include <nlohmann/json_fwd.hpp>
#include <set>

#include "core/base/json_reader.h"
#include "core/job/job.h"
#include "core/layout/imposition.h"
#include "core/method/preparations.h"

namespace tympan {

/// What is to be made of a job, as far as its work goes: no pictures. A plan and a run look at this alone, so
/// that a run goes on whatever becomes of the job's file.
struct OrderedPiece {
    int id = 0;
    std::string name;
    int object = 0;
    std::string method, method_name;  ///< its id, and what makers call it
    int revision = 0;
    std::string carrier, printer_name;
    bool mirrored = false;
    std::vector<Step> steps;
    PrinterKind printer = PrinterKind::laser;
    int copies = 1, printed = 1;
    double area_cm2 = 0;                     ///< of one copy's ink, as exact as its outline
    SizeMm size{0, 0};                       ///< of its picture as it is seen
    std::string rights;                      ///< whose picture it is
    std::string shop = {};                   ///< who prints it, chosen by a proof
    std::optional<ShopTerms> ordered = {};   ///< it is printed by a shop
    bool toner = false;                      ///< ink would run
    std::vector<std::string> resolved = {};  ///< what its maker resolved the last time, and does now
    std::vector<std::string> care = {};      ///< what it shows that wants care: faces, lettering
    std::vector<std::string> variants = {};  ///< of its method that are not the usual ones, in words
    std::set<std::string> chosen, left_out;  ///< by them, and by the maker
    /// What its sheets are called, in the order in which they are put together; none of one that lies on a
    /// sheet whole.
    std::vector<std::string> parts = {};
    Joint joint = Joint::butt;  ///< how they meet
    /// Whether its sheets are put together before it is laid, in one piece.
    bool joined() const {
        return parts.size() > 1 && joint == Joint::butt && !chosen.contains(std::string(sheet_by_sheet));
    }
    bool operator==(const OrderedPiece&) const = default;
};

/// A sheet that is printed, with what lies on it: all of one method and one printer.
struct OrderedSheet {
    struct Part {
        int piece = 0, copy = 1;   ///< spares have the numbers after the copies
        int part = 1;              ///< of a piece that lies on several sheets: which of them
        RectMm at{0, 0, 0, 0};     ///< the box where it lies on the page, as it is printed
        double turned_deg = 0;     ///< clockwise
        RectMm shows{0, 0, 1, 1};  ///< of its print, which share of it: all is 1 by 1
        bool operator==(const Part&) const = default;
    };
    std::string label;  ///< "A1", "3"; empty where nobody knows yet how the pieces lie
    std::vector<Part> parts;
    SizeMm page{0, 0};  ///< nothing where that is not known
    bool operator==(const OrderedSheet&) const = default;
};

struct OrderedObject {
    int id = 0;
    std::string name, material;
    double area_cm2 = 0;   ///< of its face; of a spot the pictures'
    double rims_cm2 = 0;   ///< of its face without the pictures: what is stained or painted bare
    double edges_cm2 = 0;  ///< of its edges all round; 0: it has none, or nobody said how thick it is
    std::vector<Step> preparation;
    std::vector<Layer> layers;
    Face face = Face::front;
    int face_of = 0;  ///< as in Object
    std::set<std::string> chosen, left_out;
    int thing() const { return face_of != 0 ? face_of : id; }
    bool operator==(const OrderedObject&) const = default;
};

struct WorkOrder {
    std::string uuid, name;  ///< the job's
    std::vector<OrderedObject> objects;
    std::vector<OrderedPiece> pieces;
    std::vector<OrderedSheet> sheets;  ///< none: each printed copy has one of its own
    /// What goes on longer than any free stretch is done in portions, minutes.
    double longest_min = 366.0 * 24 * 60;
    /// How much longer than the catalogue has it its maker works at a step, by method and step: it is in the
    /// steps' minutes already, and is known so that it can be taken out again.
    std::map<std::string, double> pace = {};
    bool operator==(const WorkOrder&) const = default;
};

/// `imposition`: the job's, of all its sheets; none where it is not known how the pieces lie.
WorkOrder workOrderOf(const Job& job, const Imposition* imposition = nullptr,
                      const std::vector<Preparation>& preparations = shippedPreparations());

/// For what the steps of a piece are used; on an object that is not known, on any.
StepUse useOf(const OrderedPiece& piece, const OrderedObject* object);

/// Each printed copy on a sheet of its own.
std::vector<OrderedSheet> sheetsApart(const std::vector<OrderedPiece>& pieces);

const OrderedPiece* findPiece(const WorkOrder& order, int id);
const OrderedObject* findObject(const WorkOrder& order, int id);
/// Whether the thing that it is a side of has others as well, or this one.
bool hasFaces(const WorkOrder& order, const OrderedObject& object);
/// What its face is called in the plan: "front" where it has but one.
std::string faceName(const WorkOrder& order, const OrderedObject& object);
bool hasFace(const WorkOrder& order, const OrderedObject& object, Face face);

nlohmann::json toJson(const WorkOrder& order);
/// Throws Error (input).
WorkOrder readWorkOrder(JsonReader reader);

}  // namespace tympan
