#include "core/targets/zip_file.h"

#include <zip.h>

#include <ctime>

namespace brindel {

using std::string;

Result<string> zipOf(const std::vector<ZipPart>& parts) {
    auto failed = [](zip_error_t* error) {
        return failure("", said("The ZIP cannot be made: {}.", zip_error_strerror(error)));
    };
    zip_error_t error;
    zip_error_init(&error);
    zip_source_t* memory = zip_source_buffer_create(nullptr, 0, 0, &error);
    if (!memory) return failed(&error);
    zip_t* zip = zip_open_from_source(memory, ZIP_TRUNCATE, &error);
    if (!zip) {
        zip_source_free(memory);
        return failed(&error);
    }
    zip_source_keep(memory);
    // The same time everywhere, so that the same kit has the same bytes: the first that a ZIP knows.
    std::tm first{};
    first.tm_year = 80;
    first.tm_mday = 1;
    first.tm_isdst = -1;
    const std::time_t then = std::mktime(&first);
    bool right = true;
    for (const ZipPart& part : parts) {
        zip_source_t* bytes = zip_source_buffer(zip, part.bytes.data(), part.bytes.size(), 0);
        const zip_int64_t at = bytes ? zip_file_add(zip, part.name.c_str(), bytes, ZIP_FL_ENC_UTF_8) : -1;
        if (bytes && at < 0) zip_source_free(bytes);
        right = right && at >= 0 && zip_file_set_mtime(zip, zip_uint64_t(at), then, 0) == 0 &&
                zip_set_file_compression(zip, zip_uint64_t(at), part.stored ? ZIP_CM_STORE : ZIP_CM_DEFLATE, 9) == 0;
    }
    if (!right || zip_close(zip) != 0) {
        const auto problem = failed(zip_get_error(zip));
        zip_discard(zip);
        zip_source_free(memory);
        return problem;
    }
    string all;
    if (zip_source_open(memory) == 0) {
        char piece[65536];
        for (zip_int64_t read; (read = zip_source_read(memory, piece, sizeof piece)) > 0;)
            all.append(piece, std::size_t(read));
        zip_source_close(memory);
    }
    zip_source_free(memory);
    return all;
}

}  // namespace brindel
