#include "core/targets/pdf/pdf_pictures.h"

#include <qpdf/Pipeline.hh>

#include "core/answers/picture_data.h"

namespace brindel {

std::string PdfPictures::nameFor(const std::string& png) {
    auto [at, fresh] = names_.try_emplace(png);
    if (!fresh) return at->second;
    const auto size = pictureSize(png);
    const auto traits = traitsOf(png);
    if (!size || !traits) return "";
    // The pixels are made when they are written, and gone again: a form with many pictures needs the room of one.
    auto image = [&](const char* space, auto channels) {
        QPDFObjectHandle stream = QPDFObjectHandle::newStream(&pdf_);
        QPDFObjectHandle dict = stream.getDict();
        dict.replaceKey("/Type", QPDFObjectHandle::newName("/XObject"));
        dict.replaceKey("/Subtype", QPDFObjectHandle::newName("/Image"));
        dict.replaceKey("/Width", QPDFObjectHandle::newInteger(int(size->width)));
        dict.replaceKey("/Height", QPDFObjectHandle::newInteger(int(size->height)));
        dict.replaceKey("/ColorSpace", QPDFObjectHandle::newName(space));
        dict.replaceKey("/BitsPerComponent", QPDFObjectHandle::newInteger(8));
        stream.replaceStreamData(
            [png, channels](Pipeline* to) {
                const auto pixels = pixelsOf(png);
                std::string part;
                for (std::size_t i = 0; pixels && i < pixels->bytes.size(); i += 4) {
                    channels(&pixels->bytes[i], part);
                    if (part.size() < 1u << 16) continue;
                    to->writeString(part);
                    part.clear();
                }
                to->writeString(part);
                to->finish();
            },
            QPDFObjectHandle::newNull(), QPDFObjectHandle::newNull());
        return stream;
    };
    auto some = [](std::size_t from, std::size_t count) {
        return [=](const std::uint8_t* pixel, std::string& to) {
            to.append(reinterpret_cast<const char*>(pixel + from), count);
        };
    };
    QPDFObjectHandle object = traits->grey ? image("/DeviceGray", some(0, 1)) : image("/DeviceRGB", some(0, 3));
    if (!traits->opaque) object.getDict().replaceKey("/SMask", image("/DeviceGray", some(3, 1)));
    at->second = "/P" + std::to_string(names_.size());
    resources_.replaceKey(at->second, object);
    return at->second;
}

}  // namespace brindel
