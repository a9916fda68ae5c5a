#include "core/targets/pdf/pdf_pictures.h"

#include <algorithm>

#include "core/draw/picture_data.h"

namespace brindel {

std::string PdfPictures::nameFor(const std::string& png) {
    auto [at, fresh] = names_.try_emplace(png);
    if (!fresh) return at->second;
    const auto pixels = pixelsOf(png);
    if (!pixels) return "";
    std::string colours, opacity;
    for (std::size_t i = 0; i < pixels->bytes.size(); i += 4) {
        colours.append(reinterpret_cast<const char*>(&pixels->bytes[i]), 3);
        opacity += char(pixels->bytes[i + 3]);
    }
    auto image = [&](const std::string& bytes, const char* space) {
        QPDFObjectHandle stream = QPDFObjectHandle::newStream(&pdf_, bytes);
        QPDFObjectHandle dict = stream.getDict();
        dict.replaceKey("/Type", QPDFObjectHandle::newName("/XObject"));
        dict.replaceKey("/Subtype", QPDFObjectHandle::newName("/Image"));
        dict.replaceKey("/Width", QPDFObjectHandle::newInteger(pixels->width));
        dict.replaceKey("/Height", QPDFObjectHandle::newInteger(pixels->height));
        dict.replaceKey("/ColorSpace", QPDFObjectHandle::newName(space));
        dict.replaceKey("/BitsPerComponent", QPDFObjectHandle::newInteger(8));
        return stream;
    };
    QPDFObjectHandle object = image(colours, "/DeviceRGB");
    if (std::ranges::any_of(opacity, [](char c) { return c != '\xFF'; }))
        object.getDict().replaceKey("/SMask", image(opacity, "/DeviceGray"));
    at->second = "/P" + std::to_string(names_.size());
    resources_.replaceKey(at->second, object);
    return at->second;
}

}  // namespace brindel
