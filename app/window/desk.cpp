#include "app/window/desk.h"

#include <QTime>

#include "app/compare/changes_watch.h"
#include "app/words.h"
#include "core/edit/rule_fixes.h"
#include "core/layout/bounds.h"
#include "core/text/clock.h"
#include "filler/drawing_painter.h"

namespace brindel {

Desk::Desk(Form form, QObject* parent)
    : QObject(parent),
      watch_(new FindingsWatch(fonts_, this)),
      changes_(new ChangesWatch(this)),
      history_(form),
      savedForm_(std::move(form)) {
    connect(this, &Desk::formChanged, watch_, [this] { watch_->look(this->form()); });
    connect(watch_, &FindingsWatch::changed, this, &Desk::findingsChanged);
    watch_->look(this->form());
    connect(this, &Desk::formChanged, changes_, [this] { changes_->look(this->form()); });
}

const std::map<Id, NameStanding>& Desk::names() const {
    if (!names_) names_ = nameStandings(form());
    return *names_;
}

const FormSession& Desk::starting() const {
    if (!starting_ || !startingOf_.controls.sameAs(form().controls)) {
        startingOf_ = form();
        starting_ = std::make_unique<FormSession>(form(), todayHere(), minutesHere());
        starting_->take(tried_);
    }
    return *starting_;
}

void Desk::keepTried(Reply tried) {
    // What belongs to another form is refused as a whole: the name of this one does not matter here.
    tried.form.clear();
    tried_ = std::move(tried);
    starting_.reset();
}

bool Desk::edit(Form next, const QString& name, std::optional<Ids> select, const QString& run) {
    if (proposal_) decide(false);
    if (!mayEdit()) return false;
    if (const Sentence wrong = tooLarge(next); !wrong.empty()) {
        say(Words::shown(wrong), true);
        return false;
    }
    bool same = sameContent(form(), next);
    if (!same) {
        history_.step(std::move(next), name.toStdString(), run.toStdString());
        names_.reset();
        dropGone();
    }
    if (select && *select != selection_) {
        selection_ = *select;
        for (Id id : selection_) turned_ = turnedToShow(form(), id, turned_);
        emit selectionChanged();
    }
    if (!same) emit formChanged();
    return true;
}

void Desk::dropGone() {
    const std::size_t before = selection_.size();
    std::erase_if(selection_, [&](Id id) { return !form().find(id); });
    if (selection_.size() != before) emit selectionChanged();
}

void Desk::undo() {
    if (proposal_) return decide(false);
    if (!history_.canUndo() || !mayEdit()) return;
    const QString name = QString::fromStdString(history_.undoName());
    history_.undo();
    names_.reset();
    dropGone();
    emit formChanged();
    say(Words::tr("Undone: %1.").arg(name.toLower()));
}

void Desk::redo() {
    if (!history_.canRedo() || !mayEdit()) return;
    const QString name = QString::fromStdString(history_.redoName());
    history_.redo();
    names_.reset();
    dropGone();
    emit formChanged();
    say(Words::tr("Redone: %1.").arg(name.toLower()));
}

void Desk::select(Ids ids) {
    std::erase_if(ids, [&](Id id) { return !form().find(id) || id == rootId; });
    history_.endRun();
    if (!ids.empty()) {
        if (Id surface = surfaceOf(form(), ids.front())) surface_ = surface;
        TurnedTo turned = turned_;
        for (auto id = ids.rbegin(); id != ids.rend(); ++id) turned = turnedToShow(form(), *id, turned);
        if (turned != turned_) {
            turned_ = turned;
            emit turnedChanged();
        }
    }
    if (ids == selection_) return;
    selection_ = std::move(ids);
    emit selectionChanged();
}

void Desk::turn(Id tabs, Id page) {
    turned_[tabs] = page;
    emit turnedChanged();
}

void Desk::setPass(Pass pass) {
    if (pass == pass_) return;
    if (proposal_) decide(false);
    picked_ = nullptr;
    pass_ = pass;
    emit passChanged();
}

const std::vector<Tool>& allTools() {
    static const std::vector<Tool> tools = [] {
        std::vector<Tool> all;
        for (const KindRow& kind : allKinds()) {
            if (kind.placed) all.emplace_back(kind.kind);
            if (kind.placed && kind.speaks) all.emplace_back(kind.kind, true);
        }
        return all;
    }();
    return tools;
}

Extent Desk::nextSize(Kind kind) const {
    if (auto at = sizes_.find(kind); at != sizes_.end()) return at->second;
    return form().isDialog() ? row(kind).inDialog : row(kind).inDocument;
}

void Desk::setTool(std::optional<Tool> tool, bool stays) {
    tool_ = tool;
    toolStays_ = stays && tool;
    emit toolChanged();
}

void Desk::pick(const QString& prompt, std::function<void(Id)> then) {
    tool_.reset();
    toolStays_ = false;
    picked_ = std::move(then);
    prompt_ = prompt + ' ' + Words::tr("Escape cancels.");
    say(prompt_);
    emit toolChanged();
}

bool Desk::isInTheMaking(const Control& control) const {
    return pass_ == Pass::rules && selection_ == Ids{control.id} && isRuleBegun(control);
}

void Desk::light(Id id) {
    if (std::exchange(lit_, id) != id) emit litChanged();
}

void Desk::picked(Id id) {
    auto then = std::exchange(picked_, nullptr);
    if (!prompt_.isEmpty()) say({});
    prompt_.clear();
    emit toolChanged();
    if (then && id != noControl) then(id);
}

void Desk::propose(Proposal proposal) {
    setTool(std::nullopt);
    proposal_ = std::move(proposal);
    emit proposalChanged();
}

void Desk::decide(bool take) {
    if (!proposal_) return;
    const Proposal proposal = *std::exchange(proposal_, std::nullopt);
    emit proposalChanged();
    if (take) edit(proposal.form, proposal.name);
}

bool Desk::mayEdit() {
    if (isShut()) say(Words::tr("The form is sealed. Changing it needs its password."), true);
    return !isShut();
}

bool Desk::openSeal(SharedSealKey key) {
    key_ = std::move(key);
    keySalt_ = form().seal ? form().seal->salt : std::string();
    const bool asSealed = !form().seal || digest_.empty() || isAsItWasSealed(form(), digest_, *key_);
    emit fileChanged();
    return asSealed;
}

void Desk::seal(const Sealing& sealing) {
    key_ = sealing.key;
    keySalt_ = sealing.form.seal->salt;
    edit(sealing.form, Words::tr("Seal the form"));
}

void Desk::shut() {
    key_ = nullptr;
    keySalt_.clear();
    emit fileChanged();
}

std::string Desk::textOf(const Form& form) const {
    return form.seal && opens(*form.seal) ? sealedText(form, *key_) : formText(form);
}

void Desk::open(Form form, const QString& path, const QString& readOnlyBecause, std::string digest, std::string sum) {
    fileSum_ = std::move(sum);
    key_ = nullptr;
    keySalt_.clear();
    digest_ = std::move(digest);
    history_ = History(form);
    names_.reset();
    savedForm_ = std::move(form);
    selection_.clear();
    turned_.clear();
    surface_ = noControl;
    tool_.reset();
    picked_ = nullptr;
    proposal_.reset();
    sizes_.clear();
    path_ = path;
    readOnlyBecause_ = readOnlyBecause;
    savedAt_.clear();
    // What was tried was tried of another form.
    tried_ = {};
    starting_.reset();
    picked_ = nullptr;
    prompt_.clear();
    changes_->end();
    emit fileChanged();
    emit toolChanged();
    emit selectionChanged();
    emit formChanged();
}

void Desk::takeOver(const Desk& other) {
    history_ = other.history_;
    names_.reset();
    savedForm_ = other.savedForm_;
    selection_ = other.selection_;
    turned_ = other.turned_;
    surface_ = other.surface_;
    path_ = other.path_;
    readOnlyBecause_ = other.readOnlyBecause_;
    savedAt_ = other.savedAt_;
    key_ = other.key_;
    keySalt_ = other.keySalt_;
    digest_ = other.digest_;
    fileSum_ = other.fileSum_;
    emit fileChanged();
    emit selectionChanged();
    emit formChanged();
}

void Desk::takeFromFile(Form form, std::string sum) {
    if (!edit(form, Words::tr("Use the file's version"))) return;
    savedForm_ = this->form();
    fileSum_ = std::move(sum);
    emit fileChanged();
}

void Desk::saved(const QString& path, int revision, std::string sum) {
    fileSum_ = std::move(sum);
    history_.renumber(revision);
    path_ = path;
    readOnlyBecause_.clear();
    savedForm_ = form();
    savedAt_ = QTime::currentTime().toString("HH:mm");
    emit fileChanged();
}

bool Desk::unsaved() const {
    return !sameContent(savedForm_, form());
}

Id Desk::surfaceInHand() const {
    auto all = surfaces(form());
    if (std::ranges::find(all, surface_) != all.end()) return surface_;
    return all.empty() ? noControl : all.front();
}

Id Desk::targetContainer() const {
    const Control* c = form().find(lead());
    if (c && c->is().turns) return shownPage(*c, turned_);
    if (c && row(c->kind).holds) return c->id;
    if (c) return c->parent;
    Id surface = surfaceInHand();
    // A dialog that is all tabs takes new rows on the page in front.
    if (const Control* root = form().find(surface))
        for (Id id : root->children)
            if (const Control* tabs = form().find(id); tabs && tabs->is().turns && !tabs->children.empty())
                return shownPage(*tabs, turned_);
    return surface;
}

std::shared_ptr<FontBook> bookOfFonts() {
    static std::weak_ptr<FontBook> kept;
    std::shared_ptr<FontBook> book = kept.lock();
    if (!book) kept = book = std::make_shared<FontBook>();
    return book;
}

}  // namespace brindel
