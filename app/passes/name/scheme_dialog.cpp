#include "app/passes/name/scheme_dialog.h"

#include <QtWidgets/QtWidgets>

#include "app/theme/theme.h"
#include "app/words.h"
#include "core/file/scheme_file.h"
#include "core/file/whole_file.h"
#include "core/file/writing_over.h"
#include "core/naming/names.h"
#include "filler/drawing_painter.h"

namespace brindel {
namespace {

/// Labels of the form that show what a scheme does, one of each kind first; usual ones where it has too few.
std::vector<std::pair<Kind, std::string>> sampleLabels(const Form& form, int count) {
    std::vector<std::pair<Kind, std::string>> all;
    std::map<Kind, int> seen;
    const std::vector<Id> ids = allIds(form);
    for (int round = 0; round < 3; ++round)
        for (Id id : ids) {
            if (int(all.size()) >= count) return all;
            const Control& c = *form.find(id);
            // What is cheap to know comes first: the wording of a field is looked for among all its neighbours.
            if (!(isFilled(c) || c.is().pressed) || seen[c.kind] != round) continue;
            const std::string wording = wordingFor(form, id);
            if (wording.empty() || wording.size() > 24) continue;
            ++seen[c.kind];
            all.emplace_back(c.kind, wording);
        }
    static const std::pair<Kind, const char*> usual[] = {
        {Kind::textBox, "Name of the boat"}, {Kind::dateBox, "Wanted from"},
        {Kind::checkBox, "Mast is stepped"}, {Kind::comboBox, "Hull"},
        {Kind::button, "Book lift"},         {Kind::numberBox, "Length overall (m)"}};
    for (const auto& [kind, label] : usual)
        if (int(all.size()) < count) all.emplace_back(kind, label);
    return all;
}

}  // namespace

QString schemeSample(const Form& form, const Scheme& scheme, int count) {
    QStringList parts;
    for (const auto& [kind, label] : sampleLabels(form, count))
        parts << QString("%1 → %2").arg(toQt(label).simplified(), toQt(nameFor(scheme, kind, label)));
    return parts.join("   ·   ");
}

SchemeDialog::SchemeDialog(const Form& form, const Scheme& scheme, QWidget* parent)
    : QDialog(parent), form_(form), scheme_(scheme) {
    setWindowTitle(Words::tr("Scheme for names"));
    setObjectName("panel");
    setStyleSheet(panelSheet() + QString("QDialog#panel { background: %1; } QSpinBox { background: %2; color: %3; "
                                         "border: 1px solid %4; border-radius: 4px; padding: 2px 6px; }")
                                     .arg(tokens().cream.name(), tokens().field.name(), tokens().ink.name(),
                                          tokens().fieldLine.name()));
    auto* across = new QHBoxLayout;
    across->setSpacing(20);
    left_ = new QFormLayout;
    left_->setHorizontalSpacing(12);
    left_->setVerticalSpacing(8);
    left_->setLabelAlignment(Qt::AlignLeft);
    buildParts();
    across->addLayout(left_, 1);

    auto* right = new QVBoxLayout;
    right->setSpacing(8);
    right->addWidget(builtSamples());
    right->addWidget(caption(Words::tr("What each kind gets")));
    right->addWidget(builtMarks(), 1);
    across->addLayout(right, 1);

    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(18, 16, 18, 14);
    column->setSpacing(14);
    column->addLayout(across, 1);
    says_ = new QLabel(this);
    says_->setFont(bodyFont(12));
    says_->setWordWrap(true);
    column->addWidget(says_);
    column->addLayout(builtFoot());
    fill();
}

QLabel* SchemeDialog::caption(const QString& word) {
    auto* l = new QLabel(word, this);
    l->setFont(bodyFont(12));
    l->setProperty("secondary", true);
    l->setMinimumHeight(28);
    return l;
}

void SchemeDialog::addChoice(const char* name, const QString& word, const QStringList& words,
                             const std::function<int()>& get, const std::function<void(int)>& set) {
    auto* box = new QComboBox(this);
    box->setObjectName(name);
    box->addItems(words);
    box->setFixedHeight(28);
    left_->addRow(caption(word), box);
    fillers_.push_back([box, get] { box->setCurrentIndex(get()); });
    connect(box, &QComboBox::activated, this, [this, set](int at) {
        set(at);
        changed();
    });
}

void SchemeDialog::addNumber(const char* name, const QString& word, Range range, int Scheme::*part) {
    auto* box = new QSpinBox(this);
    box->setObjectName(name);
    box->setRange(range.least, range.most);
    if (!range.zero.isEmpty()) box->setSpecialValueText(range.zero);
    box->setSuffix(range.after);
    box->setButtonSymbols(QAbstractSpinBox::NoButtons);  // the arrow keys and the wheel step it
    box->setFixedHeight(28);
    left_->addRow(caption(word), box);
    fillers_.push_back([this, box, part] { box->setValue(scheme_.*part); });
    connect(box, &QSpinBox::valueChanged, this, [this, part](int value) {
        if (filling_) return;
        scheme_.*part = value;
        changed();
    });
}

void SchemeDialog::addTick(const char* name, const QString& word, bool Scheme::*part, bool on) {
    auto* box = new QCheckBox(word, this);
    box->setObjectName(name);
    box->setFont(bodyFont(13));
    left_->addRow(box);
    fillers_.push_back([this, box, part, on] { box->setChecked(scheme_.*part == on); });
    connect(box, &QCheckBox::clicked, this, [this, part, on](bool checked) {
        scheme_.*part = checked == on;
        changed();
    });
}

void SchemeDialog::buildParts() {
    addName();
    addChoice(
        "schemeMarks", Words::tr("The kind is"),
        {Words::tr("left out"), Words::tr("before the words"), Words::tr("after the words")},
        [this] { return int(scheme_.marks); }, [this](int at) { scheme_.marks = Scheme::Marks(at); });
    addChoice(
        "schemeLetters", Words::tr("Names look like"), {"boatName", "BoatName", "boat_name", "boat-name", "BOAT_NAME"},
        [this] { return int(scheme_.letters); }, [this](int at) { scheme_.letters = Scheme::Letters(at); });
    addChoice(
        "schemeFrom", Words::tr("Made from"),
        {Words::tr("the label"), Words::tr("the value of ticks and radio buttons")},
        [this] { return int(scheme_.from); }, [this](int at) { scheme_.from = Scheme::From(at); });
    addChoice(
        "schemeDoubles", Words::tr("A second one is"),
        {"phone2", "phone_2", Words::tr("called by its frame: ownerPhone")}, [this] { return int(scheme_.doubles); },
        [this](int at) { scheme_.doubles = Scheme::Doubles(at); });
    addNumber("schemeWords", Words::tr("Words used"), {0, 20, Words::tr("all"), ""}, &Scheme::words);
    addNumber("schemeLongest", Words::tr("At most"), {8, 60, "", Words::tr(" characters")}, &Scheme::longest);
    addDrops();
    addTick("schemeSmall", Words::tr("Leave out the, of, your and the like"), &Scheme::smallWordsToo, false);
    addTick("schemeWording", Words::tr("Name labels and frames that nothing refers to"), &Scheme::wordingToo, true);
}

void SchemeDialog::addName() {
    auto* word = new QLineEdit(this);
    word->setObjectName("schemeWord");
    word->setFixedHeight(28);
    left_->addRow(caption(Words::tr("It is called")), word);
    fillers_.push_back([this, word] {
        if (word->text() != toQt(scheme_.word)) word->setText(toQt(scheme_.word));
    });
    connect(word, &QLineEdit::textEdited, this, [this](const QString& text) {
        scheme_.word = fromQt(text.left(60));
        changed();
    });
}

void SchemeDialog::addDrops() {
    auto* drops = new QLineEdit(this);
    drops->setObjectName("schemeDrops");
    drops->setFixedHeight(28);
    drops->setPlaceholderText(Words::tr("such as: no, please, boat"));
    left_->addRow(caption(Words::tr("Words left out")), drops);
    fillers_.push_back([this, drops] {
        QStringList words;
        for (const std::string& one : scheme_.drops) words << toQt(one);
        drops->setText(words.join(", "));
    });
    connect(drops, &QLineEdit::textEdited, this, [this](const QString& text) {
        scheme_.drops.clear();
        for (const QString& one : text.split(',', Qt::SkipEmptyParts))
            if (!one.trimmed().isEmpty()) scheme_.drops.push_back(fromQt(one.trimmed()));
        changed();
    });
}

QWidget* SchemeDialog::builtSamples() {
    samples_ = new QTableWidget(6, 2, this);
    samples_->setObjectName("schemeSamples");
    samples_->setHorizontalHeaderLabels({Words::tr("Label"), Words::tr("Name")});
    samples_->horizontalHeader()->setSectionResizeMode(QHeaderView::Stretch);
    samples_->horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    samples_->verticalHeader()->hide();
    samples_->verticalHeader()->setDefaultSectionSize(25);
    samples_->setEditTriggers(QAbstractItemView::NoEditTriggers);
    samples_->setSelectionMode(QAbstractItemView::NoSelection);
    samples_->setFocusPolicy(Qt::NoFocus);
    samples_->setShowGrid(false);
    samples_->setFixedHeight(6 * 25 + 30);
    samples_->setMinimumWidth(380);
    return samples_;
}

/// What stands for each kind in a name: a table that is typed into.
QWidget* SchemeDialog::builtMarks() {
    auto* kinds = new QTableWidget(this);
    kinds->setObjectName("schemeMarksOf");
    std::vector<Kind> marked;
    for (const KindRow& r : allKinds())
        if ((r.placed || row(r.kind).turned) && r.kind != Kind::line && !row(r.kind).behind) marked.push_back(r.kind);
    kinds->setRowCount(int(marked.size()));
    kinds->setColumnCount(2);
    kinds->horizontalHeader()->hide();
    kinds->horizontalHeader()->setSectionResizeMode(QHeaderView::Stretch);
    kinds->verticalHeader()->hide();
    kinds->verticalHeader()->setDefaultSectionSize(24);
    kinds->setShowGrid(false);
    for (int i = 0; i < int(marked.size()); ++i) {
        auto* kind = new QTableWidgetItem(Words::shown(row(marked[std::size_t(i)]).word));
        kind->setFlags(Qt::ItemIsEnabled);
        kinds->setItem(i, 0, kind);
        auto* mark = new QTableWidgetItem;
        mark->setFont(monoFont(12));
        kinds->setItem(i, 1, mark);
    }
    fillers_.push_back([this, kinds, marked] {
        kinds->setEnabled(scheme_.marks != Scheme::Marks::none);
        for (int i = 0; i < int(marked.size()); ++i)
            kinds->item(i, 1)->setText(toQt(markOf(scheme_, marked[std::size_t(i)])));
    });
    connect(kinds, &QTableWidget::itemChanged, this, [this, marked](QTableWidgetItem* item) {
        if (filling_ || item->column() != 1) return;
        const Kind kind = marked[std::size_t(item->row())];
        QString text = item->text();
        static const QRegularExpression others("[^A-Za-z]");
        text.remove(others);
        Scheme usual = scheme_;
        usual.kindMarks.erase(kind);
        fromQt(text) == markOf(usual, kind) ? void(scheme_.kindMarks.erase(kind))
                                            : void(scheme_.kindMarks[kind] = fromQt(text.left(20)));
        changed();
    });
    return kinds;
}

QLayout* SchemeDialog::builtFoot() {
    auto* foot = new QHBoxLayout;
    auto* read = new QPushButton(Words::tr("Import…"), this);
    auto* write = new QPushButton(Words::tr("Export…"), this);
    auto* leave = new QPushButton(Words::tr("Cancel"), this);
    auto* use = new QPushButton(Words::tr("Use it"), this);
    use->setObjectName("useScheme");
    use->setProperty("main", true);
    use->setDefault(true);
    foot->addWidget(read);
    foot->addWidget(write);
    foot->addStretch(1);
    foot->addWidget(leave);
    foot->addWidget(use);
    connect(leave, &QPushButton::clicked, this, &QDialog::reject);
    connect(use, &QPushButton::clicked, this, &QDialog::accept);
    const QString files = Words::tr("Schemes (*.brindel-scheme)");
    connect(read, &QPushButton::clicked, this, [this, files] {
        const QString path = QFileDialog::getOpenFileName(this, Words::tr("Import a scheme"), {}, files);
        if (!path.isEmpty()) importFrom(path);
    });
    connect(write, &QPushButton::clicked, this, [this, files] {
        QString path = QFileDialog::getSaveFileName(this, Words::tr("Export the scheme"),
                                                    toQt(scheme_.word) + ".brindel-scheme", files);
        if (path.isEmpty()) return;
        if (QFileInfo(path).suffix().isEmpty()) path += ".brindel-scheme";
        exportTo(path);
    });
    return foot;
}

bool SchemeDialog::importFrom(const QString& path) {
    auto text = readWhole(fromQt(path), 1u << 20);
    auto read = text ? readScheme(*text) : Result<Scheme>(tl::unexpected(text.error()));
    says_->setStyleSheet(QString("color: %1;").arg((read ? tokens().ink2 : tokens().brick).name()));
    if (!read) {
        const Problem& wrong = read.error();
        says_->setText(QFileInfo(path).fileName() + (wrong.place.empty() ? ": " : ", " + toQt(wrong.place) + ": ") +
                       Words::shown(wrong.sentence));
        return false;
    }
    says_->setText(Words::tr("Imported from %1.").arg(QFileInfo(path).fileName()));
    scheme_ = *read;
    fill();
    return true;
}

bool SchemeDialog::exportTo(const QString& path) {
    auto written = writtenBeside(fromQt(path), schemeText(scheme_));
    says_->setStyleSheet(QString("color: %1;").arg((written ? tokens().ink2 : tokens().brick).name()));
    says_->setText(written ? Words::tr("Exported to %1.").arg(QFileInfo(path).fileName())
                           : Words::shown(written.error().sentence));
    return written.has_value();
}

void SchemeDialog::changed() {
    // One that ships is left as it is: what differs from it is the form's own.
    if (!scheme_.key.empty()) {
        const Scheme* shipped = shippedScheme(scheme_.key);
        if (shipped && scheme_.word == shipped->word) scheme_.word = fromQt(Words::tr("Own scheme"));
        scheme_.key.clear();
    }
    if (scheme_.word.empty()) scheme_.word = fromQt(Words::tr("Own scheme"));
    fill();
}

void SchemeDialog::fill() {
    filling_ = true;
    QWidget* typing = focusWidget();
    for (const auto& one : fillers_) {
        // What is being typed is not put in order under the person's fingers.
        const auto* line = qobject_cast<QLineEdit*>(typing);
        const QString before = line ? line->text() : QString();
        const int cursor = line ? line->cursorPosition() : 0;
        one();
        if (auto* edit = qobject_cast<QLineEdit*>(typing);
            edit && edit->text() != before && edit->objectName() == "schemeDrops") {
            edit->setText(before);
            edit->setCursorPosition(cursor);
        }
    }
    sample();
    filling_ = false;
}

void SchemeDialog::sample() {
    int at = 0;
    for (const auto& [kind, text] : sampleLabels(form_, 6)) {
        auto* what =
            new QTableWidgetItem(icon(toQt(std::string(row(kind).key)), tokens().ink2), toQt(text).simplified());
        auto* name = new QTableWidgetItem(toQt(nameFor(scheme_, kind, text)));
        name->setFont(monoFont(12));
        samples_->setItem(at, 0, what);
        samples_->setItem(at++, 1, name);
    }
}

}  // namespace brindel
