#include "app/passes/replies/replies_desk.h"

#include <QDate>
#include <QDateTime>
#include <QDir>
#include <QFileInfo>
#include <QLocale>
#include <QTimer>

#include "app/words.h"
#include "core/replies/table_source.h"
#include "filler/drawing_painter.h"

namespace brindel {
QString answerShown(const Answer& answer, AnswerType type) {
    const QLocale locale;
    if (const auto* yes = std::get_if<bool>(&answer)) return *yes ? Words::tr("Yes") : Words::tr("No");
    if (const auto* number = std::get_if<double>(&answer)) {
        QLocale plain = locale;
        plain.setNumberOptions(QLocale::OmitGroupSeparator);
        return plain.toString(*number, 'g', 15);
    }
    if (const auto* several = std::get_if<std::vector<std::string>>(&answer)) {
        QStringList all;
        for (const std::string& one : *several) all += toQt(one);
        return all.join(", ");
    }
    if (const auto* text = std::get_if<std::string>(&answer)) {
        if (type == AnswerType::picture) return Words::tr("a picture");
        if (row(type).strokes) return text->starts_with("M ") ? Words::tr("signed") : toQt(*text);
        if (type == AnswerType::date)
            if (const QDate day = QDate::fromString(toQt(*text), Qt::ISODate); day.isValid())
                return locale.toString(day, QLocale::ShortFormat);
        return toQt(*text).simplified();
    }
    return {};
}

RepliesDesk::RepliesDesk(Desk& desk, QObject* parent) : QObject(parent), desk_(desk), again_(new QTimer(this)) {
    again_->setInterval(2000);
    connect(again_, &QTimer::timeout, this, &RepliesDesk::lookAgain);
    connect(&desk, &Desk::fileChanged, this, [this] {
        if (begun_) refresh();
    });
}

QString RepliesDesk::address() const {
    if (desk_.path().isEmpty()) return {};
    const QFileInfo file(desk_.path());
    const auto& kit = desk_.form().kit;
    if (kit && !kit->store.empty()) return toQt(storeBeside(kit->store, fromQt(file.absoluteFilePath())));
    return file.dir().filePath(usual());
}

QString RepliesDesk::placeSaid() const {
    const QString at = address();
    if (at.isEmpty()) return {};
    return isServerAddress(fromQt(at)) ? toQt(spokenAddress(fromQt(at))) : QFileInfo(at).fileName();
}

void RepliesDesk::choose(const QString& address) {
    const QFileInfo file(desk_.path());
    // A file beside the form, or below it, is named from there: the folder can be moved.
    const bool server = isServerAddress(fromQt(address));
    const QString within = server || address.isEmpty() ? address : file.dir().relativeFilePath(address);
    const QString named = server || within.startsWith("..") ? address : within;
    Form next = desk_.form();
    KitChoice kit = next.kit ? *next.kit : KitChoice();
    kit.store = named == usual() ? std::string() : fromQt(named);
    if ((next.kit ? next.kit->store : std::string()) != kit.store) {
        next.kit = kit == KitChoice() ? nullptr : std::make_shared<const KitChoice>(std::move(kit));
        desk_.edit(next, Words::tr("Choose where replies are saved"));
    }
    refresh();
}

QString RepliesDesk::usual() const {
    return QFileInfo(desk_.path()).completeBaseName() + "-replies.db";
}

void RepliesDesk::begin() {
    begun_ = true;
    refresh();
    again_->start();
}

void RepliesDesk::end() {
    begun_ = false;
    again_->stop();
    store_.reset();
    opened_.clear();
}

void RepliesDesk::refresh() {
    const QString at = address();
    problem_.clear();
    if (at != opened_ || !store_) {
        store_.reset();
        opened_ = at;
        const bool there = !at.isEmpty() && (isServerAddress(fromQt(at)) || QFileInfo::exists(at));
        if (there) {
            // One that may only be read can be looked at.
            auto opened = ReplyStore::open(fromQt(at));
            if (!opened)
                if (auto looked = ReplyStore::open(fromQt(at), true)) opened = std::move(looked);
            if (opened)
                store_ = std::move(*opened);
            else
                problem_ = Words::shown(opened.error().sentence);
        }
        forms_.clear();
        query_ = {};
    }
    look();
}

void RepliesDesk::look(bool anew) {
    columns_.clear();
    numbers_.clear();
    if (!store_) past_ = {};
    const std::size_t before = std::exchange(all_, 0);
    if (store_) {
        auto columns = store_->columns(formName());
        auto numbers = columns ? store_->numbers(formName(), query_) : tl::unexpected(columns.error());
        auto all =
            numbers && !(query_.search.empty() && query_.filters.empty()) ? store_->numbers(formName()) : numbers;
        if (all) {
            columns_ = std::move(*columns);
            all_ = all->size();
            numbers_ = std::move(*numbers);
        } else {
            problem_ = Words::shown(all.error().sentence);
        }
        for (const ReplyColumn& c : columns_)
            if (!forms_.contains(c.sum))
                if (auto form = store_->formBySum(c.sum)) forms_.emplace(c.sum, std::move(*form));
        // What is past its time is the same whatever is asked for.
        if (anew || all_ != before) past_ = store_->pastTime(desk_.savedForm(), todayHere()).value_or(PastTime());
        seen_ = -1;
        lookAgain();
    }
    emit changed();
}

void RepliesDesk::lookAgain() {
    if (!store_) {
        // The first reply makes the store.
        if (problem_.isEmpty() && !address().isEmpty() && QFileInfo::exists(address())) refresh();
        return;
    }
    // One that was taken away, or replaced, is not the one that is open.
    const bool server = store_->database().isServer();
    if (!server && !QFileInfo::exists(opened_)) {
        store_.reset();
        return refresh();
    }
    const auto rows = store_->database().rows(
        store_->database().isServer() ? "SELECT COALESCE(SUM(n_tup_ins + n_tup_upd + n_tup_del), 0)::bigint "
                                        "FROM pg_stat_user_tables"
                                      : "PRAGMA data_version");
    if (!rows || rows->empty()) return;
    const auto* now = std::get_if<long long>(&(*rows)[0][0]);
    if (!now) return;
    if (seen_ >= 0 && *now != seen_) return look();
    seen_ = *now;
}

void RepliesDesk::ask(ReplyQuery query) {
    query_ = std::move(query);
    look(false);
}

bool RepliesDesk::filtersBy(const std::vector<ReplyFilter>& filters) const {
    return !filters.empty() && std::ranges::all_of(filters, [&](const ReplyFilter& wanted) {
        return std::ranges::any_of(query_.filters, [&](const ReplyFilter& one) {
            return one.column == wanted.column && one.how == wanted.how && one.value == wanted.value;
        });
    });
}

void RepliesDesk::filterBy(const std::vector<ReplyFilter>& filters) {
    if (filters.empty()) return;
    ReplyQuery next = query_;
    const bool on = filtersBy(filters);
    // One bar of a question at a time: of several, none would be left.
    std::erase_if(next.filters, [&](const ReplyFilter& one) { return one.column == filters[0].column; });
    if (!on) next.filters.insert(next.filters.end(), filters.begin(), filters.end());
    ask(std::move(next));
}

void RepliesDesk::clearFilters() {
    ReplyQuery next = query_;
    next.filters.clear();
    next.search.clear();
    ask(std::move(next));
}

QStringList RepliesDesk::filtersSaid() const {
    QStringList all;
    std::map<std::string, QStringList> by;
    for (const ReplyFilter& filter : query_.filters) {
        const auto at = std::ranges::find(columns_, filter.column, &ReplyColumn::column);
        if (at == columns_.end()) continue;
        Answer value;
        if (const auto* text = std::get_if<std::string>(&filter.value)) value = *text;
        if (const auto* number = std::get_if<double>(&filter.value)) value = *number;
        if (const auto* whole = std::get_if<long long>(&filter.value)) value = *whole != 0;
        by[at->called] += answerShown(value, at->type);
    }
    for (auto& [called, values] : by) {
        values.removeDuplicates();
        all += toQt(called) + ": " + values.join(" – ");
    }
    return all;
}

bool RepliesDesk::isPersonal(const ReplyColumn& column) const {
    // As the version says that the column is of, or the form as it is saved now.
    const auto then = forms_.find(column.sum);
    for (const Form* form : {then == forms_.end() ? nullptr : &then->second, &desk_.savedForm()}) {
        const Control* c = form ? form->find(column.control) : nullptr;
        if (c && ((has(c->kind, Prop::personal) && c->yes(Prop::personal)) ||
                  (has(c->kind, Prop::secret) && c->yes(Prop::secret))))
            return true;
    }
    return false;
}

bool RepliesDesk::hasPersonal() const {
    return std::ranges::any_of(columns_, [this](const ReplyColumn& c) { return isPersonal(c); });
}

void RepliesDesk::showPersonal(bool show) {
    showsPersonal_ = show;
    emit changed();
}

std::vector<Gathered> RepliesDesk::gather(const QStringList& paths, bool wrongToo,
                                          const std::function<bool(int, int)>& goOn) {
    std::vector<Gathered> all;
    std::vector<std::string> given;
    for (const QString& path : paths) given.push_back(fromQt(path));
    auto files = filesUnder(given);
    if (!files) return {{files.error().place, false, 0, false, {{"", files.error().sentence}}}};
    if (!store_) {
        auto made = ReplyStore::open(fromQt(address()));
        if (!made) return {{fromQt(placeSaid()), false, 0, false, {made.error()}}};
        store_ = std::move(*made);
        opened_ = address();
    }
    // By the form as it was saved: what is being worked on has been handed to nobody.
    Gathering gathering(*store_, desk_.savedForm(), desk_.fonts(), {todayHere(), wrongToo});
    Result<void> went;
    int done = 0;
    for (const std::string& file : *files) {
        if (!went || !goOn(done++, int(files->size()))) break;
        went = gathering.read(file);
    }
    if (went) went = gathering.finish();
    all = gathering.came();
    if (!went) all.push_back({fromQt(placeSaid()), false, 0, false, {went.error()}});
    look();
    return all;
}

}  // namespace brindel
