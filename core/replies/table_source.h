// Tables that forms are filled from and lists are taken from: a file of rows, or the replies to a form in a store.
#pragma once

#include "core/replies/store.h"

namespace brindel {

/// A table as text, with a line of headings (CSV, RFC 4180).
struct SourceTable {
    std::string text;
    std::string form = {};  // whose replies it holds; empty for a file of rows
};

/// True for what is read as many rows: a file that ends in .csv or .tsv, a store's file, or a server's address.
bool isTableSource(const std::string& address);
/// Reads one. Of a store in which several forms have replies, the form's name stands behind the address:
/// boats.db#register. Numbers have a point, days and times are ISO 8601; cells are guarded as an export's are. Problems
/// as of readText and ReplyStore::open, and where no form, or more than one, can be meant; more than 100,000 replies
/// are refused.
Result<SourceTable> tableFrom(const std::string& address);
/// A store, to be looked at, and the one form in it that such an address means.
struct SourceStore {
    ReplyStore store;
    std::string form;
};
Result<SourceStore> storeFrom(const std::string& address);
/// The columns of it that a list can be taken from: answers of one line.
Result<std::vector<ReplyColumn>> listColumns(SourceStore& from);
/// Some of them, by their names, as a table: a row a reply, those that say nothing or the same left out.
Result<std::string> listFrom(SourceStore& from, const std::set<std::string>& names);
/// A store that is named in a form, from the folder of the form's file on.
std::string storeBeside(const std::string& store, const std::string& formPath);

}  // namespace brindel
