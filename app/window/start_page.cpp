#include "app/window/start_page.h"

#include <QtWidgets/QtWidgets>

#include "app/theme/theme.h"
#include "app/words.h"
#include "core/file/form_file.h"
#include "filler/drawing_painter.h"

namespace brindel {
namespace {

constexpr int mostLately = 6;

/// One thing to begin with: an icon, what it is, and a line on it.
class Beginning : public QAbstractButton {
  public:
    Beginning(const QString& icon, const QString& word, const QString& says, QWidget* parent)
        : QAbstractButton(parent), icon_(icon), says_(says) {
        setText(word);
        setAccessibleDescription(says);
        setCursor(Qt::PointingHandCursor);
        setFocusPolicy(Qt::StrongFocus);
        setFixedHeight(says.isEmpty() ? 36 : 56);
        setAttribute(Qt::WA_Hover);
    }

  protected:
    void paintEvent(QPaintEvent*) override {
        QPainter p(this);
        p.setRenderHint(QPainter::Antialiasing);
        const bool lit = underMouse() || hasFocus();
        p.setPen(QPen(hasFocus() ? tokens().tawny : lit ? tokens().fieldLine : tokens().line, hasFocus() ? 1.5 : 1));
        p.setBrush(lit ? tokens().paper : tokens().cream);
        p.drawRoundedRect(QRectF(rect()).adjusted(1, 1, -1, -1), 6, 6);
        const int side = says_.isEmpty() ? 18 : 24;
        p.drawPixmap(QPoint(14, (height() - side) / 2), iconPixmap(icon_, tokens().tawny, side, devicePixelRatioF()));
        const QRect words(14 + side + 14, 0, width() - side - 42, height());
        p.setPen(tokens().ink);
        p.setFont(bodyFont(says_.isEmpty() ? 13 : 14, !says_.isEmpty()));
        const QString word = p.fontMetrics().elidedText(text(), Qt::ElideMiddle, words.width());
        p.drawText(says_.isEmpty() ? words : words.adjusted(0, 9, 0, -height() / 2), Qt::AlignVCenter, word);
        p.setPen(tokens().ink2);
        p.setFont(bodyFont(12));
        p.drawText(words.adjusted(0, height() / 2 - 2, 0, -9), Qt::AlignVCenter,
                   p.fontMetrics().elidedText(says_, Qt::ElideMiddle, words.width()));
    }
    void keyPressEvent(QKeyEvent* event) override {
        if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) return click();
        QAbstractButton::keyPressEvent(event);
    }

  private:
    QString icon_, says_;
};

QLabel* heading(const QString& text, QWidget* parent) {
    auto* label = new QLabel(text, parent);
    label->setFont(bodyFont(12, true));
    label->setStyleSheet(QString("color: %1;").arg(tokens().tawnyDark.name()));
    return label;
}

}  // namespace

QString demoFolder() {
    const QString beside = QCoreApplication::applicationDirPath();
    for (const QString& folder : {beside + "/../../demo", beside + "/../share/brindel/demo"})
        if (QFileInfo(folder).isDir()) return QDir::cleanPath(folder);
    return {};
}

namespace {
Beginning* add(QVBoxLayout* to, const char* icon, const QString& word, const QString& line) {
    auto* choice = new Beginning(icon, word, line, to->parentWidget());
    to->addWidget(choice);
    return choice;
}
}  // namespace

StartPage::StartPage(QWidget* parent) : QWidget(parent) {
    setObjectName("startPage");
    setFocusPolicy(Qt::StrongFocus);
    setStyleSheet(panelSheet());
    auto* middle = new QWidget(this);
    middle->setMaximumWidth(820);
    auto* whole = new QHBoxLayout(this);
    whole->setContentsMargins(32, 24, 32, 24);
    whole->addWidget(middle);
    auto* rows = new QVBoxLayout(middle);
    rows->setContentsMargins(0, 0, 0, 0);
    rows->setSpacing(0);
    auto* name = new QLabel(Words::tr("Brindel"), middle);
    name->setFont(bodyFont(30, true));
    name->setStyleSheet(QString("color: %1;").arg(tokens().tawnyDark.name()));
    auto* says =
        new QLabel(Words::tr("Dialogs and fillable documents that other people can fill in without help."), middle);
    says->setFont(bodyFont(14));
    says->setProperty("secondary", true);
    rows->addStretch(2);
    rows->addWidget(name);
    rows->addSpacing(4);
    rows->addWidget(says);
    rows->addSpacing(28);
    auto* halves = new QHBoxLayout;
    halves->setSpacing(40);
    auto* left = new QVBoxLayout;
    auto* right = new QVBoxLayout;
    for (QVBoxLayout* half : {left, right}) {
        half->setSpacing(8);
        halves->addLayout(half, 1);
    }
    rows->addLayout(halves);
    rows->addStretch(3);

    buildBeginnings(left);
    lately_ = new QVBoxLayout;
    lately_->setSpacing(4);
    right->addLayout(lately_);
    buildDemo(right);
    right->addStretch(1);
    refresh();
}

/// What a form begins with.
void StartPage::buildBeginnings(QVBoxLayout* left) {
    QWidget* middle = left->parentWidget();
    left->addWidget(heading(Words::tr("Begin"), middle));
    auto* dialog = add(left, "dialog", Words::tr("New dialog"), Words::tr("A window with fields and buttons"));
    auto* document =
        add(left, "document", Words::tr("New document"), Words::tr("Pages that are filled in and sent back"));
    auto* jotting =
        add(left, "textBox", Words::tr("From a jotting"), Words::tr("Rows typed or pasted as text become a form"));
    auto* exists = add(left, "tick", Words::tr("From what exists…"),
                       Words::tr("An old form, a document or a table becomes a form"));
    auto* open = add(left, "page", Words::tr("Open a form…"), Words::tr("A file you already have"));
    left->addStretch(1);
    dialog->setObjectName("startDialog");
    document->setObjectName("startDocument");
    jotting->setObjectName("startJotting");
    exists->setObjectName("startExists");
    open->setObjectName("startOpen");
    connect(dialog, &QAbstractButton::clicked, this, [this] { emit newAsked(false); });
    connect(document, &QAbstractButton::clicked, this, [this] { emit newAsked(true); });
    connect(jotting, &QAbstractButton::clicked, this, &StartPage::jottingAsked);
    connect(exists, &QAbstractButton::clicked, this, &StartPage::existsAsked);
    connect(open, &QAbstractButton::clicked, this, &StartPage::openAsked);
    first_ = dialog;
    setFocusProxy(first_);
}

/// The forms of the demo, to look at.
void StartPage::buildDemo(QVBoxLayout* right) {
    QWidget* middle = right->parentWidget();
    const QString demo = demoFolder();
    if (!demo.isEmpty()) {
        right->addSpacing(12);
        right->addWidget(heading(Words::tr("Examples: forms of Fennick Wharf"), middle));
        for (const QFileInfo& file : QDir(demo).entryInfoList({"*.brindel"}, QDir::Files, QDir::Name)) {
            const auto opened = openForm(fromQt(file.filePath()));
            if (!opened) continue;
            const Control& root = opened->form.root();
            auto* choice = add(right, opened->form.isDialog() ? "dialog" : "document",
                               toQt(root.text(Prop::title).empty() ? root.name : root.text(Prop::title)), {});
            choice->setObjectName("demo-" + file.completeBaseName());
            connect(choice, &QAbstractButton::clicked, this, [this, path = file.filePath()] { emit fileAsked(path); });
        }
    }
}

void StartPage::refresh() {
    while (QLayoutItem* item = lately_->takeAt(0)) {
        delete item->widget();
        delete item;
    }
    lately_->addWidget(heading(Words::tr("Recent"), this));
    int shown = 0;
    for (const QString& path : QSettings("brindel", "brindel").value("recent").toStringList()) {
        const QFileInfo file(path);
        if (shown >= mostLately || !file.exists()) continue;
        auto* choice = new Beginning("page", file.completeBaseName(), {}, this);
        choice->setToolTip(path);
        lately_->addWidget(choice);
        connect(choice, &QAbstractButton::clicked, this, [this, path] { emit fileAsked(path); });
        ++shown;
    }
    if (shown > 0) return;
    auto* none = new QLabel(Words::tr("Forms that you save or open are listed here."), this);
    none->setFont(bodyFont(12));
    none->setProperty("secondary", true);
    lately_->addWidget(none);
}

void StartPage::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape) return emit newAsked(false);
    if (event->key() == Qt::Key_Down || event->key() == Qt::Key_Up) {
        focusNextPrevChild(event->key() == Qt::Key_Down);
        return;
    }
    QWidget::keyPressEvent(event);
}

void StartPage::paintEvent(QPaintEvent*) {
    QPainter(this).fillRect(rect(), tokens().cream);
}

}  // namespace brindel
