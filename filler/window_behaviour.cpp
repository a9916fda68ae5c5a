#include "filler/window_behaviour.h"

#include "filler/drawing_painter.h"

namespace brindel {

void setWindowBehaviour(QWidget& window, const Form& form) {
    const Control& root = form.root();
    window.setWindowTitle(toQt(root.text(Prop::title)));
    if (!form.isDialog()) return;
    window.setWindowFlag(Qt::WindowStaysOnTopHint, root.yes(Prop::onTop));
    window.setWindowFlag(Qt::WindowMaximizeButtonHint, root.yes(Prop::maximise));
}

}  // namespace brindel
