#pragma once
#include "core/method/method.h"

namespace tympan {

/// The questions that a method's variants answer, in their order.
std::vector<std::string> questionsOf(const Method& method);
/// The variants that answer a question, and the one of them that is taken: the first unless another was.
std::vector<const Variant*> variantsAbout(const Method& method, const std::string& about);
const Variant& takenAbout(const Method& method, const std::string& about);
/// One for each question.
std::vector<const Variant*> takenOf(const Method& method);

/// The method with a variant taken in place of the one that answered the same question. Throws Error (usage)
/// that lists the ids there are.
Method withVariant(Method method, const std::string& id);
/// The method with as many of another's answers as it knows by id: a newer revision of the catalogue.
Method withVariantsOf(Method method, const Method& other);

/// Whether what is printed for both may share a sheet: they differ in variants at most.
bool printAlike(const Method& one, const Method& other);

/// For what a method's steps are used: with the choices that come with its variants, and without what they
/// leave out.
StepUse useOf(const Method& method, PrinterKind printer, std::string material = {});

/// Whether it makes a difference how a question is answered, for prints of such a printer on such a material:
/// whether another step is done, or something is chosen that is no step (how sheets are laid).
bool matters(const Method& method, const std::string& about, PrinterKind printer,
             const std::string& material);

}  // namespace tympan
