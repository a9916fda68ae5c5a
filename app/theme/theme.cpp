#include "app/theme/theme.h"

#include <QtSvg/QSvgRenderer>
#include <QtWidgets/QtWidgets>

namespace brindel {
namespace {

const Tokens light = {.umber = "#2E2722",
                      .umber2 = "#3D342D",
                      .stone = "#E7E1D8",
                      .cream = "#FBF8F3",
                      .paper = "#FFFDF9",
                      .line = "#D4CBBE",
                      .ink = "#2B2521",
                      .ink2 = "#6B6058",
                      .tawny = "#B4632B",
                      .tawnyDark = "#8C4A1E",
                      .teal = "#2F6B66",
                      .leaf = "#4E7F45",
                      .leafLight = "#7FA66A",
                      .plum = "#7A3E6B",
                      .brick = "#A8322A",
                      .amber = "#C98A1B",
                      .slate = "#4A6A8A",
                      .onDark = "#F3ECE3",
                      .onDark2 = "#B9ADA1",
                      .field = "#FFFFFF",
                      .fieldLine = "#CDC3B6",
                      .note = "#FBF0DC",
                      .noteLine = "#E6CF9F",
                      .chosen = "#F3DFCB"};
const Tokens dark = {.umber = "#1D1916",
                     .umber2 = "#332B25",
                     .stone = "#27231F",
                     .cream = "#312B27",
                     .paper = "#2B2622",
                     .line = "#4A423B",
                     .ink = "#EFE7DD",
                     .ink2 = "#B5A99D",
                     .tawny = "#D98A50",
                     .tawnyDark = "#E5A36F",
                     .teal = "#6DB5AE",
                     .leaf = "#8FBF83",
                     .leafLight = "#8FBF83",
                     .plum = "#C98DBA",
                     .brick = "#E5847B",
                     .amber = "#E0AD4C",
                     .slate = "#93B3D2",
                     .onDark = "#F3ECE3",
                     .onDark2 = "#B9ADA1",
                     .field = "#26211D",
                     .fieldLine = "#5A5048",
                     .note = "#43382A",
                     .noteLine = "#6E5A38",
                     .chosen = "#55402F"};

int chosenByHand = -1;  // -1: as the desktop is

QString hex(const QColor& c) {
    return c.name();
}

}  // namespace

bool isDark() {
    if (chosenByHand >= 0) return chosenByHand == 1;
    return qApp && QGuiApplication::palette().color(QPalette::Window).lightness() < 110;
}
void setDark(bool on) {
    chosenByHand = on ? 1 : 0;
}
const Tokens& tokens() {
    return isDark() ? dark : light;
}

QFont bodyFont(int pixels, bool bold) {
    QFont font = QApplication::font();
    font.setPixelSize(pixels);
    font.setBold(bold);
    return font;
}

QFont monoFont(int pixels) {
    QFont font("DejaVu Sans Mono");
    font.setStyleHint(QFont::Monospace);
    font.setPixelSize(pixels);
    return font;
}

QPixmap iconPixmap(const QString& name, const QColor& colour, int size, double ratio) {
    QFile file(":/icons/" + name + ".svg");
    if (!file.open(QIODevice::ReadOnly)) return {};
    QByteArray svg = file.readAll().replace("currentColor", colour.name().toUtf8());
    QPixmap pixmap(QSize(size, size) * ratio);
    pixmap.setDevicePixelRatio(ratio);
    pixmap.fill(Qt::transparent);
    QPainter painter(&pixmap);
    QSvgRenderer(svg).render(&painter, QRectF(0, 0, size, size));
    return pixmap;
}

QIcon icon(const QString& name, const QColor& colour) {
    QIcon result;
    for (double ratio : {1.0, 2.0}) result.addPixmap(iconPixmap(name, colour, 20, ratio));
    return result;
}

namespace {
/// What panels look like; an @ stands before what is put in.
constexpr const char* sheetOfPanels = R"(
        QWidget#panel, QScrollArea#panel, QWidget#panelBody { background: @cream; }
        QLabel { color: @ink; background: transparent; }
        QLabel[secondary="true"] { color: @ink2; }
        QLabel[wrong="true"] { color: @brick; }
        QLineEdit, QPlainTextEdit, QComboBox { background: @field; color: @ink; border: 1px solid @fieldLine; border-radius: 4px;
            padding: 2px 7px; selection-background-color: @chosen; selection-color: @ink; }
        QPlainTextEdit { padding: 2px 3px; }
        QPlainTextEdit[grows="true"] { padding: 0px; }
        QLineEdit:focus, QPlainTextEdit:focus, QComboBox:focus { border: 1px solid @tawny; }
        QLineEdit[wrong="true"], QPlainTextEdit[wrong="true"] { border: 1px solid @brick; }
        QLineEdit:disabled, QComboBox:disabled { color: @ink2; background: @cream; }
        QComboBox::drop-down { border: 0; width: 20px; }
        QComboBox::down-arrow { image: url(@chevron); width: 14px; height: 14px; }
        QComboBox QAbstractItemView { background: @paper; color: @ink; border: 1px solid @line; selection-background-color: @chosen;
            selection-color: @ink; outline: 0; }
        QCheckBox { color: @ink; spacing: 6px; }
        QCheckBox::indicator { width: 15px; height: 15px; border: 1px solid @fieldLine; border-radius: 3px; background: @field; }
        QCheckBox::indicator:checked { border: 1px solid @tawny; image: url(@tick); }
        QCheckBox::indicator:indeterminate { background: @line; }
        QCheckBox::indicator:focus { border: 1px solid @tawny; }
        QPushButton { background: @field; color: @ink; border: 1px solid @fieldLine; border-radius: 5px; padding: 5px 14px; }
        QPushButton:hover { border-color: @tawny; }
        QPushButton:focus { border-color: @tawny; }
        QPushButton:pressed { background: @chosen; }
        QPushButton:disabled { color: @ink2; }
        QPushButton[main="true"] { background: @tawny; color: white; border: 1px solid @tawnyDark; font-weight: bold; }
        QToolButton { color: @ink; background: transparent; border: 0; border-radius: 5px; }
        QToolButton#edge { border: 1px solid @fieldLine; background: @field; padding: 2px 0px; min-width: 20px; font-size: 11px; border-radius: 4px; color: @ink2; }
        QToolButton:checked { background: @chosen; }
        QToolButton#edge:checked { background: @chosen; color: @tawnyDark; border-color: @tawny; }
        QToolButton#link, QToolButton#suggest, QToolButton#fit, QToolButton#limitToRoom, QToolButton#widthToLimit { color: @tawnyDark; padding: 2px 4px; }
        QToolButton#link:hover, QToolButton#suggest:hover, QToolButton#fit:hover, QToolButton#limitToRoom:hover, QToolButton#widthToLimit:hover { background: @chosen; }
        QToolButton#widthToLimit:disabled { color: @ink2; }
        QToolButton#group { color: @tawnyDark; font-weight: bold; padding: 4px 0px; margin-left: -4px; }
        QTableView, QTableWidget, QListWidget { background: @paper; color: @ink; border: 1px solid @line; gridline-color: @line;
            selection-background-color: @chosen; selection-color: @ink; outline: 0; }
        QTableView:focus, QListWidget:focus { border: 1px solid @tawny; }
        QListWidget::item:selected, QTableView::item:selected { background: @chosen; color: @ink; }
        QHeaderView::down-arrow { image: url(@chevron); }
        QHeaderView::up-arrow { image: url(@chevronUp); }
        QHeaderView::section { background: @cream; color: @ink2; border: 0; border-bottom: 1px solid @line; padding: 4px 6px; }
        QScrollBar:vertical { background: transparent; width: 10px; margin: 0; }
        QScrollBar::handle:vertical { background: @line; border-radius: 4px; min-height: 30px; margin: 1px; }
        QScrollBar:horizontal { background: transparent; height: 10px; margin: 0; }
        QScrollBar::handle:horizontal { background: @line; border-radius: 4px; min-width: 30px; margin: 1px; }
        QScrollBar::add-line, QScrollBar::sub-line { width: 0; height: 0; }
        QScrollBar::add-page, QScrollBar::sub-page { background: transparent; }
        QMenuBar { background: transparent; color: @ink; }
        QMenuBar::item { padding: 3px 10px; margin-top: 2px; background: transparent; border-radius: 4px; }
        QMenuBar::item:selected { background: @chosen; }
        QMenu { background: @paper; color: @ink; border: 1px solid @line; padding: 4px; }
        QMenu::item { padding: 5px 26px 5px 18px; border-radius: 3px; }
        QMenu::item:selected { background: @chosen; color: @ink; }
        QMenu::item:disabled { color: @ink2; }
        QMenu::separator { height: 1px; background: @line; margin: 4px 8px; }
        QToolTip { background: @umber; color: @onDark; border: 0; padding: 4px 6px; }
    )";
}  // namespace

namespace {
/// An icon as a file: Qt takes arrows of styled fields from files only; they are drawn once into the temporary folder.
QString drawnIcon(const QString& name, const QColor& colour) {
    static QMap<QString, QString> drawn;
    const QString key = name + colour.name();
    if (!drawn.contains(key)) {
        const QString path = QDir::temp().filePath(
            QString("brindel-%1-%2-%3.png").arg(name, colour.name().mid(1)).arg(QCoreApplication::applicationPid()));
        iconPixmap(name, colour, 14, 1).save(path);
        drawn[key] = path;
        qAddPostRoutine([] {
            for (const QString& file : drawn) QFile::remove(file);
            drawn.clear();
        });
    }
    return drawn[key];
}
}  // namespace

QString panelSheet() {
    const Tokens& t = tokens();
    QString sheet = sheetOfPanels;
    const QList<std::pair<QString, QString>> names = {{"@chevronUp", drawnIcon("chevronUp", t.ink2)},
                                                      {"@chevron", drawnIcon("chevron", t.ink2)},
                                                      {"@tick", drawnIcon("tick", t.tawny)},
                                                      {"@tawnyDark", hex(t.tawnyDark)},
                                                      {"@tawny", hex(t.tawny)},
                                                      {"@fieldLine", hex(t.fieldLine)},
                                                      {"@field", hex(t.field)},
                                                      {"@cream", hex(t.cream)},
                                                      {"@chosen", hex(t.chosen)},
                                                      {"@paper", hex(t.paper)},
                                                      {"@ink2", hex(t.ink2)},
                                                      {"@ink", hex(t.ink)},
                                                      {"@line", hex(t.line)},
                                                      {"@brick", hex(t.brick)},
                                                      {"@umber", hex(t.umber)},
                                                      {"@onDark", hex(t.onDark)}};
    for (const auto& [name, value] : names) sheet.replace(name, value);
    return sheet;
}

}  // namespace brindel
