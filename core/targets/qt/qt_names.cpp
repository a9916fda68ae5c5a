// The names of a class: of itself, of its members and of its functions.
#include <algorithm>
#include <sstream>

#include "core/naming/identifiers.h"
#include "core/targets/qt/qt_words.h"
#include "core/targets/qt/qt_writer.h"

namespace brindel {
namespace qt {

using std::string;

namespace {

/// What Qt's widgets and dialogs are called by, and the class itself.
const std::set<string, std::less<>>& takenNames() {
    static const std::set<string, std::less<>> names = [] {
        std::istringstream in(
            "accept acceptAndGoOn acceptDrops accepted accessibleDescription accessibleName actionEvent actions "
            "activateWindow add addAction addActions adjustPosition adjustSize answers ask autoFillBackground "
            "backgroundRole backingStore baseSize begin bindableObjectName bindingStorage blockSignals cast "
            "changeEvent "
            "changed childAt childEvent children childrenRect childrenRegion clear clearFocus clearMask close "
            "closeEvent "
            "colorCount complaints connect connectImpl connectNotify contentsMargins contentsRect contextMenuEvent "
            "contextMenuPolicy count create createWinId createWindowContainer cursor cursorTo "
            "customContextMenuRequested "
            "customEvent deleteLater depth destroy destroyed devType devicePixelRatio devicePixelRatioF "
            "devicePixelRatioFScale disconnect disconnectImpl disconnectNotify doSetObjectName done dragEnterEvent "
            "dragLeaveEvent dragMoveEvent dropEvent dumpObjectInfo dumpObjectTree dynamicMetaObject "
            "effectiveWinId enable ensurePolished enterEvent event eventFilter exec filling find findChild "
            "findChildren "
            "finished fit focusInEvent focusNextChild focusNextPrevChild focusOutEvent focusPolicy focusPreviousChild "
            "focusProxy focusWidget font fontInfo fontMetrics foregroundRole frameGeometry frameSize fromJson fromUtf8 "
            "geometry grab grabGesture grabKeyboard grabMouse grabShortcut graphicsEffect graphicsProxyWidget "
            "hasEditFocus hasFocus hasHeightForWidth hasMouseTracking hasTabletTracking height heightForWidth heightMM "
            "hide hideEvent inherits initPainter inputMethodEvent inputMethodHints inputMethodQuery insertAction "
            "insertActions installEventFilter internalWinId isActiveWindow isAncestorOf isEnabled isEnabledTo "
            "isFullScreen isHidden isLeftToRight isMaximized isMinimized isModal isQuickItemType isRightToLeft isShown "
            "isSignalConnected isSizeGripEnabled isTopLevel isUsable isVisible isVisibleTo isWidgetType isWindow "
            "isWindowModified isWindowType judge keyPressEvent keyReleaseEvent keyboardGrabber killTimer layout "
            "layoutDirection leaveEvent left locale logicalDpiX logicalDpiY lower mapFrom mapFromGlobal mapFromParent "
            "mapTo mapToGlobal mapToParent mask maximumHeight maximumSize maximumWidth metaObject metric minimumHeight "
            "minimumSize minimumSizeHint minimumWidth mouseDoubleClickEvent mouseGrabber mouseMoveEvent "
            "mousePressEvent "
            "mouseReleaseEvent move moveEvent moveToThread named nativeEvent nativeParentWidget nextInFocusChain "
            "normalGeometry now objectName objectNameChanged offer open opened overrideWindowFlags overrideWindowState "
            "paintEngine paintEvent paintingActive palette parent parentWidget physicalDpiX physicalDpiY pos press "
            "previousInFocusChain property raise reblock receivers rect redirected reject rejected releaseKeyboard "
            "releaseMouse releaseShortcut removeAction removeEventFilter render repaint replied reply resize "
            "resizeEvent "
            "restoreGeometry result rule saveGeometry say says screen scroll sender senderSignalIndex setAcceptDrops "
            "setAccessibleDescription setAccessibleName setAttribute setAutoFillBackground setBackgroundRole "
            "setBackingStore setBaseSize setContentsMargins setContextMenuPolicy setCursor setDisabled setEditFocus "
            "setEnabled setFixedHeight setFixedSize setFixedWidth setFocus setFocusPolicy setFocusProxy setFont "
            "setForegroundRole setGeometry setGraphicsEffect setHidden setInputMethodHints setLayout "
            "setLayoutDirection "
            "setLocale setMask setMaximumHeight setMaximumSize setMaximumWidth setMinimumHeight setMinimumSize "
            "setMinimumWidth setModal setMouseTracking setNow setObjectName setPalette setParent setProperty setReply "
            "setResult setScreen setShortcutAutoRepeat setShortcutEnabled setSizeGripEnabled setSizeIncrement "
            "setSizePolicy setStatusTip setStyle setStyleSheet setTabOrder setTabletTracking setToolTip "
            "setToolTipDuration setUpdatesEnabled setVisible setWhatsThis setWindowFilePath setWindowFlag "
            "setWindowFlags "
            "setWindowIcon setWindowIconText setWindowModality setWindowModified setWindowOpacity setWindowRole "
            "setWindowState setWindowTitle setupUi sharedPainter show showEvent showFullScreen showMarks showMaximized "
            "showMinimized showNormal signalsBlocked size sizeHint sizeIncrement sizePolicy stackUnder startTimer "
            "staticMetaObject statusTip stop style styleSheet tabletEvent take takeLayout tell testAttribute thread "
            "timerEvent toInt toJson today told toolTip toolTipDuration topLevelWidget tr turnBy types unblock "
            "underMouse ungrabGesture unsetCursor unsetLayoutDirection unsetLocale update updateGeometry "
            "updateMicroFocus updatesEnabled visibleRegion whatsThis wheelEvent width widthMM winId window "
            "windowFilePath windowFlags windowHandle windowIcon windowIconChanged windowIconText windowIconTextChanged "
            "windowModality windowOpacity windowRole windowState windowTitle windowTitleChanged windowType work wrongs "
            "x "
            "y");
        return std::set<string, std::less<>>{std::istream_iterator<string>(in), {}};
    }();
    return names;
}

}  // namespace

void Writer::nameAll() {
    moved_ = movedControls(form_);
    referred_.insert(moved_.shown.begin(), moved_.shown.end());
    referred_.insert(moved_.enabled.begin(), moved_.enabled.end());
    for (const Worked& worked : work_->formulas()) referred_.insert(worked.on);
    form_.controls.each([&](Id id, const Control& c) {
        if (!c.rules.empty()) referred_.insert(id);
        for (const Rule& rule : c.rules) {
            auto visit = [&](const Step& step) { referred_.insert(step.on); };
            eachStep(rule.steps, visit);
        }
    });
    std::set<string> used;
    auto fresh = [&](string word) {
        string unique = word;
        for (int i = 2; !used.insert(unique).second; ++i) unique = word + std::to_string(i);
        return unique;
    };
    form_.controls.each([&](Id id, const Control& c) {
        if (id == rootId || c.is().inGrid) return;
        const bool named = isCppName(c.name);
        // A label is called after its field, anything else without a name after its kind.
        const Control* field = c.is().speaks ? form_.find(c.reference(Prop::labels)) : nullptr;
        const bool led = field && isCppName(field->name);
        string word = named ? oneWord(c.name)
                      : led ? oneWord(field->name) + "Label"
                            : string(c.is().key) + std::to_string(id);
        if (isTakenInClass(word) || word == name || word == base) word += "Field";
        word = fresh(word);
        accessors_[id] = word;
        // What nothing speaks of needs no place in the class; what holds others does.
        const bool member =
            named || referred_.contains(id) || c.is().holds || c.is().turned || c.is().paper || isFilled(c);
        members_[id] = member ? word + "_" : word;
    });
}

string Writer::memberOf(Id id) {
    return id == rootId ? (form_.isDialog() ? "this" : "sheet_") : members_.at(id);
}
string Writer::bareAnswer(Id id) {
    return accessor(id);
}
string Writer::answerMember(Id id) {
    return "filling_->" + bareAnswer(id);
}
string Writer::accessor(Id id) const {
    // A question answers under its own name, where it has one.
    const auto question = form_.index()->radioGroupOf(id);
    if (!question.empty()) {
        const string& answer = form_.index()->answerName(question.front());
        const Control* named = form_.named(answer);
        if (!named && isCppName(answer) && !isTakenInClass(oneWord(answer))) return oneWord(answer);
        return accessors_.at(question.front()) + (named ? "Answer" : "");
    }
    return accessors_.at(id);
}

}  // namespace qt

bool isTakenInClass(const std::string& name) {
    return qt::takenNames().contains(name);
}

std::string className(const Form& form, const ClassChoice& choice) {
    if (!choice.className.empty()) return choice.className;
    const std::string word = qt::capital(qt::oneWord(form.root().name));
    return qt::isCppName(form.root().name) ? word : "FilledForm";
}

Sentence classMisfit(const ClassChoice& choice) {
    auto wrong = [](const std::string& word) {
        const bool letter = !word.empty() && ((word[0] >= 'a' && word[0] <= 'z') || (word[0] >= 'A' && word[0] <= 'Z'));
        const bool plain = std::ranges::all_of(word, [](char c) {
            return (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z') || (c >= '0' && c <= '9') || c == '_';
        });
        return !letter || !plain || word.size() > 64 || word.find("__") != std::string::npos ||
               reservedBy(word).find("C++") != std::string::npos;
    };
    if (!choice.className.empty() && wrong(choice.className))
        return said("“{}” is not a name for a C++ class: use letters a to z, digits and _.", choice.className);
    std::string rest = choice.nameSpace;
    while (!rest.empty()) {
        const std::size_t end = rest.find("::");
        const std::string word = rest.substr(0, end);
        if (wrong(word))
            return said("“{}” is not a name for a C++ namespace: use words such as wharf or wharf::forms.",
                        choice.nameSpace);
        if (end == std::string::npos) break;
        rest = rest.substr(end + 2);
        if (rest.empty())
            return said("“{}” is not a name for a C++ namespace: use words such as wharf or wharf::forms.",
                        choice.nameSpace);
    }
    return {};
}

}  // namespace brindel
