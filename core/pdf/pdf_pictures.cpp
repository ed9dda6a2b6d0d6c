#include "core/pdf/pdf_pictures.h"

#include <cerrno>
#include <exception>
#include <qpdf/Pipeline.hh>
#include <qpdf/QPDF.hh>
#include <qpdf/QPDFPageDocumentHelper.hh>
#include <qpdf/QPDFWriter.hh>
#include <utility>

#include <fmt/format.h>

#include "core/base/deflate.h"
#include "core/base/error.h"
#include "core/base/key.h"

namespace tympan {

namespace {

QPDFObjectHandle number(int value) { return QPDFObjectHandle::newInteger(value); }
QPDFObjectHandle name(const char* value) { return QPDFObjectHandle::newName(value); }

/// What a reader must know of the samples to unpack them.
void describe(QPDFObjectHandle dictionary, const SizePx& size, PackedInk::Samples samples) {
    dictionary.replaceKey("/Type", name("/XObject"));
    dictionary.replaceKey("/Subtype", name("/Image"));
    dictionary.replaceKey("/Width", number(size.width));
    dictionary.replaceKey("/Height", number(size.height));
    dictionary.replaceKey("/BitsPerComponent", number(samples == PackedInk::Samples::bits ? 1 : 8));
    dictionary.replaceKey("/ColorSpace",
                          name(samples == PackedInk::Samples::colours ? "/DeviceRGB" : "/DeviceGray"));
    dictionary.replaceKey("/Interpolate", QPDFObjectHandle::newBool(false));
}

/// The filter and its parameters.
std::pair<QPDFObjectHandle, QPDFObjectHandle> filterOf(const SizePx& size, PackedInk::Samples samples,
                                                       PackedInk::Packing packing) {
    using Packing = PackedInk::Packing;
    QPDFObjectHandle parameters = QPDFObjectHandle::newDictionary();
    switch (packing) {
        case Packing::none:
            return {QPDFObjectHandle::newNull(), QPDFObjectHandle::newNull()};
        case Packing::deflate:
            return {name("/FlateDecode"), QPDFObjectHandle::newNull()};
        case Packing::deflate_up:
            parameters.replaceKey("/Predictor", number(12));
            parameters.replaceKey("/Colors", number(samples == PackedInk::Samples::colours ? 3 : 1));
            parameters.replaceKey("/BitsPerComponent", number(8));
            parameters.replaceKey("/Columns", number(size.width));
            return {name("/FlateDecode"), parameters};
        case Packing::fax:
            parameters.replaceKey("/K", number(-1));
            parameters.replaceKey("/Columns", number(size.width));
            parameters.replaceKey("/Rows", number(size.height));
            return {name("/CCITTFaxDecode"), parameters};
    }
    return {};
}

/// Takes what is written of a document.
class Out : public Pipeline {
  public:
    Out(WriteAside& file, std::size_t expected, const Progress& progress)
        : Pipeline("the file", nullptr), file_(file), expected_(expected), progress_(progress) {}
    void write(const unsigned char* data, std::size_t size) override {
        file_.append(data, size);
        written_ += size;
        if (written_ - said_ < (1u << 20)) return;
        said_ = written_;
        progress_.at(std::min(1.0, static_cast<double>(written_) / static_cast<double>(expected_ + 1)));
    }
    void finish() override {}

  private:
    WriteAside& file_;
    std::size_t expected_, written_ = 0, said_ = 0;
    const Progress& progress_;
};

/// By the even-odd rule.
std::string clipping(const Outline& clip) {
    if (clip.empty()) return {};
    std::string path;
    for (const Ring& ring : clip.rings) {
        for (std::size_t i = 0; i < ring.size(); ++i)
            path += fmt::format("{:.4f} {:.4f} {} ", ring[i].x, ring[i].y, i == 0 ? "m" : "l");
        path += "h ";
    }
    return path + "W* n ";
}

/// What is drawn, drawn elsewhere.
std::string moved(const Affine& to, const std::string& content) {
    if (to == Affine{}) return content;
    return fmt::format("q {:.9f} {:.9f} {:.9f} {:.9f} {:.7f} {:.7f} cm\n{}Q\n", to.a, to.b, to.c, to.d, to.e,
                       to.f, content);
}

}  // namespace

std::size_t PdfPictures::store(const PackedInk& ink) {
    constexpr std::size_t most_held = 16u << 20;
    if (!file_ && size_ + ink.bytes.size() > most_held) {
        file_.emplace(NamelessFile::make(true));
        file_->append(std::exchange(held_, {}));
    }
    if (file_)
        file_->append(ink.bytes);
    else
        held_ += ink.bytes;
    stored_.push_back({ink.size, ink.samples, ink.packing, size_, ink.bytes.size(), checkSum(ink.bytes)});
    size_ += ink.bytes.size();
    return stored_.size() - 1;
}

std::string PdfPictures::bytesOf(const Stored& stored) const {
    if (!file_) return held_.substr(stored.from, stored.length);
    std::string bytes = file_->part(stored.from, stored.length);
    if (bytes.size() < stored.length) failNoRoomMeanwhile(EIO);
    return bytes;
}

void PdfPictures::place(std::size_t stored, const RectMm& where, const Outline& clip) {
    pages_.back().pictures.push_back({stored, where, clip});
}

void PdfPictures::writeWith(const std::string& document, WriteAside& file, const Progress& progress) const {
    QPDF pdf;
    pdf.processMemoryFile("marks", document.data(), document.size());
    std::exception_ptr failed;  // the library says less than what was thrown
    std::vector<QPDFObjectHandle> images;
    for (const Stored& each : stored_) {
        QPDFObjectHandle image = QPDFObjectHandle::newStream(&pdf);
        describe(image.getDict(), each.size, each.samples);
        const auto [filter, parameters] = filterOf(each.size, each.samples, each.packing);
        const auto give = [this, &each, &failed](Pipeline* to) {
            try {
                const std::string bytes = bytesOf(each);
                to->write(reinterpret_cast<const unsigned char*>(bytes.data()), bytes.size());
                to->finish();
            } catch (...) {
                failed = std::current_exception();
                throw;
            }
        };
        image.replaceStreamData(give, filter, parameters);
        images.push_back(image);
    }
    std::vector<QPDFPageObjectHelper> pages = QPDFPageDocumentHelper(pdf).getAllPages();
    for (std::size_t i = 0; i < pages_.size(); ++i) {
        if (pages_[i].pictures.empty()) continue;
        QPDFObjectHandle resources = pages.at(i).getAttribute("/Resources", true);
        if (!resources.getKey("/XObject").isDictionary())
            resources.replaceKey("/XObject", QPDFObjectHandle::newDictionary());
        QPDFObjectHandle named = resources.getKey("/XObject");
        std::string content;
        for (const auto& [stored, where, clip] : pages_[i].pictures) {
            const std::string key = fmt::format("/Ink{}", stored);
            named.replaceKey(key, images[stored]);
            content += fmt::format("q {}{:.7f} 0 0 {:.7f} {:.7f} {:.7f} cm {} Do Q\n", clipping(clip),
                                   where.width, where.height, where.x, where.y, key);
        }
        content = moved(pages_[i].to_page, content);
        pages.at(i).addPageContents(QPDFObjectHandle::newStream(&pdf, content), true);
    }
    const std::string digest = keyOf("document", document, pages_, stored_).digest;
    const QPDFObjectHandle id = QPDFObjectHandle::newString(digest.substr(0, 16));
    pdf.getTrailer().replaceKey("/ID", QPDFObjectHandle::newArray({id, id}));
    Out out(file, size_, progress);
    QPDFWriter writer(pdf);
    writer.setOutputPipeline(&out);
    writer.setStreamDataMode(qpdf_s_preserve);
    // The library would find a digest of all bytes on the way, on one core; ours is the first of the pair.
    writer.setStaticID(true);
    try {
        writer.write();
    } catch (...) {
        if (failed) std::rethrow_exception(failed);
        throw;
    }
}

}  // namespace tympan
