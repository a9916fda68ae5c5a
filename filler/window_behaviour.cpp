#include "filler/window_behaviour.h"

#include <QGuiApplication>
#include <QScreen>
#include <QSettings>
#include <cmath>

#include "core/layout/resizing.h"
#include "filler/drawing_painter.h"

namespace brindel {
namespace {

QString placeKey(const Form& form) {
    return "places/" + toQt(form.root().name);
}

}  // namespace

void setWindowBehaviour(QWidget& window, const Form& form) {
    const Control& root = form.root();
    window.setWindowTitle(toQt(root.text(Prop::title)));
    if (!form.isDialog()) return;
    const QSize size(int(std::ceil(root.box.width)), int(std::ceil(root.box.height)));
    window.setWindowFlag(Qt::WindowStaysOnTopHint, root.yes(Prop::onTop));
    window.setWindowFlag(Qt::WindowMaximizeButtonHint, root.yes(Prop::maximise) && root.yes(Prop::resizable));
    window.setWindowModality(root.yes(Prop::blocksHost) ? Qt::ApplicationModal : Qt::NonModal);
    if (root.yes(Prop::resizable)) {
        const Extent least = leastSize(form);
        window.setMinimumSize(int(std::ceil(std::min(least.width, root.box.width))),
                              int(std::ceil(std::min(least.height, root.box.height))));
        window.resize(size);
    } else {
        window.setFixedSize(size);
    }
}

void placeWindow(QWidget& window, const Form& form, const QWidget* host) {
    const OpensAt opens = form.root().as<OpensAt>();
    const QRect screen = (host ? host->screen() : QGuiApplication::primaryScreen())->availableGeometry();
    QRect place(QPoint(), window.size());
    place.moveCenter(opens == OpensAt::host && host ? host->geometry().center() : screen.center());
    if (opens == OpensAt::remembered)
        if (const QRect last = QSettings("brindel", "places").value(placeKey(form)).toRect(); last.isValid()) {
            place.moveTopLeft(last.topLeft());
            if (form.root().yes(Prop::resizable)) place.setSize(last.size().expandedTo(window.minimumSize()));
        }
    // Never where it cannot be reached.
    place.moveLeft(std::clamp(place.left(), screen.left(), std::max(screen.left(), screen.right() - place.width())));
    place.moveTop(std::clamp(place.top(), screen.top(), std::max(screen.top(), screen.bottom() - place.height())));
    window.resize(place.size());
    window.move(place.topLeft());
}

void rememberWindow(const QWidget& window, const Form& form) {
    if (form.root().as<OpensAt>() == OpensAt::remembered)
        QSettings("brindel", "places").setValue(placeKey(form), QRect(window.pos(), window.size()));
}

}  // namespace brindel
