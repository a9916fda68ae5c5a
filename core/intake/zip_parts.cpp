#include "core/intake/zip_parts.h"

#include <zip.h>

#include "core/text/encodings.h"

namespace brindel {

using std::string;

namespace {

constexpr zip_int64_t mostParts = 10'000;
constexpr std::size_t mostInPart = 64u << 20, mostInAll = 256u << 20;

}  // namespace

struct ZipParts::Opened {
    string bytes;
    zip_t* zip = nullptr;
    std::size_t unpacked = 0;
    ~Opened() {
        if (zip) zip_discard(zip);
    }
};

Result<ZipParts> ZipParts::opened(string bytes) {
    ZipParts parts;
    parts.zip_ = std::make_shared<Opened>();
    parts.zip_->bytes = std::move(bytes);
    zip_error_t error;
    zip_error_init(&error);
    zip_source_t* source = zip_source_buffer_create(parts.zip_->bytes.data(), parts.zip_->bytes.size(), 0, &error);
    parts.zip_->zip = source ? zip_open_from_source(source, ZIP_RDONLY, &error) : nullptr;
    if (!parts.zip_->zip) {
        if (source) zip_source_free(source);
        const string why = zip_error_strerror(&error);
        zip_error_fini(&error);
        return failure("", said("The file is not a document that can be read: {}.", why));
    }
    zip_error_fini(&error);
    if (zip_get_num_entries(parts.zip_->zip, 0) > mostParts)
        return failure("", said("The document has more than 10,000 parts."));
    return parts;
}

std::vector<string> ZipParts::names() const {
    std::vector<string> all;
    const zip_int64_t count = zip_get_num_entries(zip_->zip, 0);
    for (zip_int64_t i = 0; i < count; ++i)
        if (const char* name = zip_get_name(zip_->zip, zip_uint64_t(i), 0)) all.emplace_back(name);
    return all;
}

bool ZipParts::has(const string& name) const {
    return zip_name_locate(zip_->zip, name.c_str(), 0) >= 0;
}

Result<string> ZipParts::part(const string& name) {
    const zip_int64_t at = zip_name_locate(zip_->zip, name.c_str(), 0);
    if (at < 0) return failure(name, said("The document does not have this part."));
    zip_file_t* file = zip_fopen_index(zip_->zip, zip_uint64_t(at), 0);
    if (!file) return failure(name, said("This part of the document is damaged, or has a password."));
    // What it says of its size may be wrong: what comes is counted.
    string out;
    char piece[65536];
    zip_int64_t read = 0;
    while ((read = zip_fread(file, piece, sizeof piece)) > 0) {
        out.append(piece, std::size_t(read));
        if (out.size() > mostInPart || (zip_->unpacked += std::size_t(read)) > mostInAll) {
            zip_fclose(file);
            return failure(name, said("A part of the document is larger than 64 MiB."));
        }
    }
    zip_fclose(file);
    if (read < 0) return failure(name, said("This part of the document is damaged, or has a password."));
    return out;
}

}  // namespace brindel
