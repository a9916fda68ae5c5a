#include "filler/unfinished_offer.h"

#include <QMessageBox>
#include <QPushButton>

#include "core/text/phrases.h"
#include "filler/drawing_painter.h"

namespace brindel {

bool offerUnfinished(FormSession& session, const std::string& folder, const std::string& formPath, QWidget& window) {
    const auto kept = unfinished(folder, formPath, session.form());
    if (!kept) return true;
    const std::string& language = session.form().root().text(Prop::language);
    QMessageBox box(QMessageBox::Question, window.windowTitle(), toQt(phrase(Phrase::draftFound, language)),
                    QMessageBox::NoButton, &window);
    auto* goOn = box.addButton(toQt(phrase(Phrase::draftGoOn, language)), QMessageBox::AcceptRole);
    auto* anew = box.addButton(toQt(phrase(Phrase::draftAnew, language)), QMessageBox::DestructiveRole);
    box.setDefaultButton(goOn);
    box.exec();
    if (box.clickedButton() == goOn) (void)session.take(*kept);
    if (box.clickedButton() == anew) forgetUnfinished(folder, formPath);
    return box.clickedButton() != nullptr;
}

}  // namespace brindel
