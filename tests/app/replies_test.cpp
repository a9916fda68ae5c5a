// The Replies pass: files are dropped, replies are found, filtered by a bar, sorted, shown on their form and copied.
#include <QtPrintSupport/QPrinter>
#include <QtSvg/QSvgRenderer>

#include "app/details/list_from_replies.h"
#include "app/passes/replies/counts_panel.h"
#include "app/passes/replies/cross_table.h"
#include "app/passes/replies/erase_personal.h"
#include "app/passes/replies/print_reply.h"
#include "app/passes/replies/replies_page.h"
#include "app/passes/replies/replies_table.h"
#include "core/edit/edits.h"
#include "core/session/form_session.h"
#include "core/targets/targets.h"
#include "tests/app/driver.h"

using namespace brindel;
using namespace brindel::test;

namespace {

struct Replies : Driver {
    Folder folder;
    std::string path = folder.file("boats.brindel");
    Replies() : Driver(newForm(Kind::dialog)) {
        write(path,
              formText(jotted("# Boats\nBoat: text\nOwner: text\nLength: number .1\nHull: combo [GRP, Timber, Steel]\n"
                              "Jobs: list [Wash, Scrape, Anodes] 1..2\nMast up?: check\n[Go]*\n")));
        EXPECT_TRUE(window.openFile(toQt(path)));
        settle();
    }
    std::string reply(const char* boat, const char* owner, double length, const char* hull,
                      std::vector<std::string> jobs, bool mast) {
        FormSession session(form(), today);
        for (const auto& [name, answer] : std::map<std::string, Answer>{{"txtBoat", std::string(boat)},
                                                                        {"txtOwner", std::string(owner)},
                                                                        {"numLength", length},
                                                                        {"cboHull", std::string(hull)},
                                                                        {"lstJobs", jobs},
                                                                        {"chkMastUp", mast}})
            EXPECT_TRUE(session.put(name, answer)) << name;
        const std::string file = folder.file(std::string(boat) + ".json");
        write(file, session.reply("2026-04-01T10:00:00+00:00"));
        return file;
    }
    QStringList three() {
        return {toQt(reply("Kittiwake", "Ines Halloran", 9.4, "GRP", {"Wash"}, true)),
                toQt(reply("Marigold", "Odo Farrant", 12.1, "Timber", {"Wash", "Scrape"}, false)),
                toQt(reply("Tern", "Wim Vane", 7, "GRP", {"Anodes"}, false))};
    }
    void drop(const QStringList& paths) {
        QMimeData data;
        QList<QUrl> urls;
        for (const QString& one : paths) urls += QUrl::fromLocalFile(one);
        data.setUrls(urls);
        RepliesPage& page = window.part<RepliesPage>();
        QDragEnterEvent enter(page.rect().center(), Qt::CopyAction, &data, Qt::LeftButton, Qt::NoModifier);
        QCoreApplication::sendEvent(&page, &enter);
        EXPECT_TRUE(enter.isAccepted());
        QDropEvent drop(page.rect().center(), Qt::CopyAction, &data, Qt::LeftButton, Qt::NoModifier);
        QCoreApplication::sendEvent(&page, &drop);
        settle();
    }
    QString cell(int row, const char* heading) {
        RepliesTable& table = window.part<RepliesPage>().model();
        for (int i = 0; i < table.columnCount(); ++i)
            if (table.headerData(i, Qt::Horizontal).toString() == heading) return table.shownAt(row, i);
        ADD_FAILURE() << "no column " << heading;
        return {};
    }
    CountCard* card(const char* column) {
        EXPECT_TRUE(window.part<CountsPanel>().wait());
        settle();
        return window.part<CountsPanel>().findChild<CountCard*>(QString("count-") + column);
    }
    void shot(const char* name) {
        if (const char* out = std::getenv("BRINDEL_SHOTS")) window.grab().save(QString(out) + "/" + name + ".png");
    }
};

QToolButton* link(Replies& h, const char* part) {
    for (auto* one : h.window.findChildren<QToolButton*>())
        if (one->property("part") == part) return one;
    return nullptr;
}

/// Action this with the dialog that opens next.
template <class D>
void whenOpen(std::function<void(D&)> act) {
    auto* look = new QTimer(qApp);
    QObject::connect(look, &QTimer::timeout, qApp, [look, act] {
        auto* dialog = dynamic_cast<D*>(QApplication::activeModalWidget());
        if (!dialog) return;
        look->stop();
        look->deleteLater();
        act(*dialog);
    });
    look->start(10);
}

}  // namespace

TEST(RepliesPass, SaysWhatToDoWhereThereAreNone) {
    Replies h;
    h.window.setPass(Pass::replies);
    h.settle();
    EXPECT_EQ(h.window.part<RepliesPage>().findChild<QLabel*>("repliesTitle")->text(), "No replies yet");
    EXPECT_TRUE(h.window.part<RepliesPage>().findChild<QLabel*>("repliesText")->text().contains("boats-replies.db"));
    EXPECT_FALSE(std::filesystem::exists(h.folder.file("boats-replies.db"))) << "looking makes nothing";
    h.shot("replies-none");
    // The first reply that somebody adds is seen by itself.
    {
        auto store = ReplyStore::open(h.folder.file("boats-replies.db"));
        ASSERT_TRUE(store);
        Reply one{h.form().root().name, 1, {{"txtBoat", std::string("Tern")}}, "2026-04-01T10:00:00Z"};
        ASSERT_TRUE(store->append(h.form(), one, {"program"}));
    }
    EXPECT_TRUE(QTest::qWaitFor([&] { return h.window.part<RepliesPage>().model().rowCount() == 1; }, 20000));
    // A form without a file is saved first.
    h.window.setPass(Pass::layOut);
    h.desk().open(jotted("# New\nA: text\n"), {});
    h.window.setPass(Pass::replies);
    h.settle();
    EXPECT_TRUE(h.window.part<RepliesPage>().findChild<QPushButton*>("saveFirst")->isVisible());
}

TEST(RepliesPass, FilesThatAreDroppedBecomeRows) {
    Replies h;
    h.window.setPass(Pass::replies);
    h.settle();
    h.drop(h.three());
    EXPECT_EQ(h.window.part<RepliesPage>().gatheredSaid(), "Gathered: 3 saved.");
    ASSERT_EQ(h.window.part<RepliesPage>().model().rowCount(), 3);
    EXPECT_EQ(h.cell(1, "Boat"), "Marigold");
    EXPECT_EQ(h.cell(1, "Jobs"), "Wash, Scrape");
    EXPECT_EQ(h.cell(0, "Mast up?"), "Yes");
    h.shot("replies-table");
    // The same again is nothing new; what is no reply is said.
    QString said;
    QTimer::singleShot(0, &h.window, [&] {
        if (auto* box = qobject_cast<QMessageBox*>(QApplication::activeModalWidget())) {
            said = box->text() + box->informativeText();
            box->accept();
        }
    });
    QStringList again = h.three();
    again += toQt(h.path);
    QMetaObject::invokeMethod(&h.window, [&] {
        QTimer* look = new QTimer(&h.window);
        QObject::connect(look, &QTimer::timeout, &h.window, [&said, look] {
            if (auto* box = qobject_cast<QMessageBox*>(QApplication::activeModalWidget())) {
                said = box->text() + box->informativeText();
                look->stop();
                box->accept();
            }
        });
        look->start(10);
    });
    h.drop(again);
    EXPECT_TRUE(said.contains("0 saved, 3 already there, 1 with errors")) << said.toStdString();
    EXPECT_TRUE(said.contains("boats.brindel")) << said.toStdString();
    EXPECT_EQ(h.window.part<RepliesPage>().model().rowCount(), 3);
}

TEST(RepliesPass, ATextDocumentThatComesBackIsARow) {
    Replies h;
    h.path = h.folder.file("permit.brindel");
    std::filesystem::copy_file(BRINDEL_SOURCE "/demo/mooring-permit.brindel", h.path);
    ASSERT_TRUE(h.window.openFile(toQt(h.path)));
    const auto handed = targetFrom("docx")->made(FormSession(h.form(), today), h.desk().fonts(), {.blank = true});
    ASSERT_TRUE(handed);
    write(h.folder.file("permit.docx"), *handed);
    // Days to come, whenever it is.
    const QDate day = QDate::currentDate();
    QJsonObject typed = {{"txtBoatName", "Marigold"},
                         {"txtRegistration", "FW-20417"},
                         {"numLength", "9.4"},
                         {"txtInsurer", "Harbour Mutual"},
                         {"txtPolicyNo", "HM 88-1204-7"},
                         {"txtOwner", "Ines Halloran"},
                         {"txtAddress", "4 Sparrow Steps\nFennick"},
                         {"txtPhone", "0555 014 220"},
                         {"chkSwinging", true},
                         {"dtmFrom", day.addDays(30).toString(Qt::ISODate)},
                         {"dtmTo", day.addDays(60).toString(Qt::ISODate)},
                         {"radShorePower#1", false},
                         {"radShorePower#3", true},
                         {"lstEquipment#1", true},
                         {"lstEquipment#4", true},
                         {"txtEmergencyContact", "Ada Mallory"},
                         {"txtEmergencyPhone", "0555 014 871"},
                         {"chkConsent", true},
                         {"txtSignedBy", "Ines Halloran"},
                         {"dtmDate", day.toString(Qt::ISODate)}};
    write(h.folder.file("typed.json"), QJsonDocument(typed).toJson().toStdString());
    QProcess editor;
    editor.start("/usr/bin/python3", {BRINDEL_SOURCE "/tests/outside/editor.py", toQt(h.folder.file("permit.docx")),
                                      toQt(h.folder.file("Ines Halloran.docx")), toQt(h.folder.file("typed.json"))});
    ASSERT_TRUE(editor.waitForFinished(60000) && editor.exitCode() == 0) << editor.readAllStandardError().toStdString();
    h.window.setPass(Pass::replies);
    h.settle();
    h.drop({toQt(h.folder.file("Ines Halloran.docx"))});
    EXPECT_EQ(h.window.part<RepliesPage>().gatheredSaid(), "Gathered: 1 saved.");
    ASSERT_EQ(h.window.part<RepliesPage>().model().rowCount(), 1);
    EXPECT_EQ(h.cell(0, "Boat name"), "Marigold");
    EXPECT_EQ(h.cell(0, "Shore power"), "16 A");
    EXPECT_EQ(h.cell(0, "Equipment"), "Anchor, Extinguisher");
    h.shot("replies-document");
}

TEST(RepliesPass, WorkThatIsNotSavedJudgesNobody) {
    Replies h;
    const QStringList files = h.three();
    // The designer goes on with the form: what was handed out is as it was saved.
    ASSERT_TRUE(h.desk().edit(withProperty(h.form(), {h.at("numLength").id}, Prop::most, 8.0), "Limit"));
    h.window.setPass(Pass::replies);
    h.drop(files);
    EXPECT_EQ(h.window.part<RepliesPage>().gatheredSaid(), "Gathered: 3 saved.");
    // A store that is taken away is not shown any more.
    for (const char* end : {"", "-wal", "-shm"})
        std::filesystem::remove(h.folder.file("boats-replies.db" + std::string(end)));
    EXPECT_TRUE(QTest::qWaitFor([&] { return h.window.part<RepliesPage>().model().rowCount() == 0; }, 20000));
}

TEST(RepliesPass, ABarShowsItsRepliesAlone) {
    Replies h;
    h.window.setPass(Pass::replies);
    h.drop(h.three());
    CountCard* hull = h.card("cboHull");
    ASSERT_NE(hull, nullptr);
    ASSERT_EQ(hull->count().bars.size(), 3u) << "Steel, which nobody has, among them";
    EXPECT_EQ(hull->count().bars[0].count, 2u);
    EXPECT_EQ(hull->count().bars[2].count, 0u);
    CountCard* length = h.card("numLength");
    EXPECT_DOUBLE_EQ(*length->count().middle, 9.4);
    EXPECT_DOUBLE_EQ(*length->count().sum, 28.5);
    EXPECT_EQ(h.card("lstJobs")->count().bars[0].count, 2u);
    QTest::mouseClick(hull, Qt::LeftButton, {}, hull->barAt(0).center());
    h.settle();
    EXPECT_EQ(h.window.part<RepliesPage>().model().rowCount(), 2);
    EXPECT_TRUE(
        h.window.part<RepliesPage>().findChild<QLabel*>("filterSaid")->text().contains("2 of 3 replies · Hull: GRP"));
    EXPECT_EQ(h.card("chkMastUp")->count().bars[0].count, 1u);
    h.shot("replies-filtered");
    // The same by the keys, and back.
    hull = h.card("cboHull");
    hull->setFocus();
    QTest::keyClick(hull, Qt::Key_Return);
    h.settle();
    EXPECT_EQ(h.window.part<RepliesPage>().model().rowCount(), 3);
    // Every bar of every question shows as many as it says.
    EXPECT_TRUE(h.window.part<CountsPanel>().wait());
    const std::size_t cards = h.window.part<CountsPanel>().cards().size();
    for (std::size_t i = 0; i < cards; ++i) {
        const QuestionCount count = h.window.part<CountsPanel>().cards()[i]->count();
        for (const CountBar& bar : count.bars) {
            const auto numbers =
                h.window.part<RepliesDesk>().store()->numbers(h.form().root().name, {.filters = bar.filters});
            ASSERT_TRUE(numbers);
            EXPECT_EQ(numbers->size(), bar.count) << count.column.name << " " << bar.called;
        }
    }
}

TEST(RepliesPass, SearchesSortsAndCopies) {
    Replies h;
    h.window.setPass(Pass::replies);
    h.drop(h.three());
    auto* search = h.window.findChild<QLineEdit*>("searchReplies");
    search->setFocus();
    QTest::keyClicks(search, "fARR");
    EXPECT_TRUE(QTest::qWaitFor([&] { return h.window.part<RepliesDesk>().query().search == "fARR"; }, 20000));
    h.settle();
    ASSERT_EQ(h.window.part<RepliesPage>().model().rowCount(), 1);
    EXPECT_EQ(h.cell(0, "Owner"), "Odo Farrant");
    search->clear();
    QTest::keyClick(search, Qt::Key_Space);
    QTest::keyClick(search, Qt::Key_Return);  // at once
    EXPECT_TRUE(QTest::qWaitFor([&] { return h.window.part<RepliesDesk>().query().search.empty(); }, 20000));
    h.settle();
    EXPECT_EQ(h.window.part<RepliesPage>().model().rowCount(), 3);
    QTableView& view = h.window.part<RepliesPage>().table();
    for (int i = 0; i < view.model()->columnCount(); ++i)
        if (view.model()->headerData(i, Qt::Horizontal).toString() == "Length")
            view.sortByColumn(i, Qt::DescendingOrder);
    h.settle();
    EXPECT_EQ(h.cell(0, "Boat"), "Marigold");
    EXPECT_EQ(h.cell(2, "Boat"), "Tern");
    view.selectRow(1);
    h.window.part<RepliesPage>().copySelected();
    const QString copied = QGuiApplication::clipboard()->text();
    EXPECT_TRUE(copied.startsWith("No.\tFilled in\tBoat\tOwner")) << copied.toStdString();
    EXPECT_TRUE(copied.contains("Kittiwake\tInes Halloran\t9.4\tGRP\tWash\tYes\n")) << copied.toStdString();
}

TEST(RepliesPass, WhatIsDeletedIsGoneOnceThatIsConfirmed) {
    Replies h;
    h.window.setPass(Pass::replies);
    h.drop(h.three());
    for (const bool really : {false, true}) {
        h.window.part<RepliesPage>().table().selectRow(1);
        QString asked;
        QTimer look;
        QObject::connect(&look, &QTimer::timeout, [&] {
            auto* box = qobject_cast<QMessageBox*>(QApplication::activeModalWidget());
            if (!box) return;
            look.stop();
            asked = box->text() + " " + box->informativeText();
            really ? box->findChild<QPushButton*>("deleteThem")->click() : box->button(QMessageBox::Cancel)->click();
        });
        look.start(10);
        h.window.part<RepliesPage>().table().setFocus();
        QTest::keyClick(&h.window.part<RepliesPage>().table(), Qt::Key_Delete);
        h.settle();
        EXPECT_EQ(asked, "Delete reply 2? The answers are erased from boats-replies.db and cannot be restored.");
        EXPECT_EQ(h.window.part<RepliesPage>().model().rowCount(), really ? 2 : 3);
    }
    EXPECT_EQ(h.cell(1, "Boat"), "Tern");
}

TEST(RepliesPass, PersonalDetailsAreCoveredUntilTheyAreAskedFor) {
    Replies h;
    Form form = openForm(h.path)->form;
    form = withProperty(form, {named(form, "txtOwner").id}, Prop::personal, true);
    write(h.path, formText(form));
    ASSERT_TRUE(h.window.openFile(toQt(h.path)));
    h.window.setPass(Pass::replies);
    h.drop(h.three());
    EXPECT_EQ(h.cell(0, "Owner"), "•••");
    EXPECT_EQ(h.cell(0, "Boat"), "Kittiwake");
    auto* show = h.window.findChild<QCheckBox*>("showPersonal");
    ASSERT_TRUE(show && show->isVisible());
    show->click();
    h.settle();
    EXPECT_EQ(h.cell(0, "Owner"), "Ines Halloran");
}

TEST(RepliesPass, AReplyIsShownOnItsForm) {
    Replies h;
    h.window.setPass(Pass::replies);
    h.drop(h.three());
    QString head, boat, next, typed;
    QTimer look;
    QObject::connect(&look, &QTimer::timeout, [&] {
        auto* dialog = qobject_cast<QDialog*>(QApplication::activeModalWidget());
        if (!dialog || dialog->objectName() != "replyOnForm") return;
        look.stop();
        if (const char* out = std::getenv("BRINDEL_SHOTS")) dialog->grab().save(QString(out) + "/reply-on-form.png");
        auto lineOf = [&] {
            for (QLineEdit* line : dialog->findChildren<QLineEdit*>())
                if (line->accessibleName().contains("Boat") || line->objectName() == "txtBoat") return line;
            return dialog->findChild<QLineEdit*>();
        };
        head = dialog->findChild<QLabel*>("replyHead")->text();
        boat = lineOf()->text();
        // It is there to be read.
        QTest::keyClicks(lineOf(), "x");
        QTest::mouseClick(lineOf(), Qt::LeftButton);
        typed = lineOf()->text();
        dialog->findChild<QPushButton*>("nextReply")->click();
        next = lineOf()->text();
        dialog->accept();
    });
    look.start(10);
    h.window.part<RepliesPage>().openReply(0);
    EXPECT_TRUE(head.startsWith("Reply 1 · ")) << head.toStdString();
    EXPECT_EQ(boat, "Kittiwake");
    EXPECT_EQ(next, "Marigold");
}

TEST(RepliesPass, AReplyIsCorrectedWithAReason) {
    Replies h;
    h.window.setPass(Pass::replies);
    h.drop(h.three());
    QString unsaid, unchanged, told;
    bool read = false;
    QTimer look;
    QObject::connect(&look, &QTimer::timeout, [&] {
        auto* dialog = qobject_cast<QDialog*>(QApplication::activeModalWidget());
        if (!dialog || dialog->objectName() != "replyOnForm") return;
        look.stop();
        auto lineOf = [&] { return dialog->findChild<QScrollArea*>()->findChild<QLineEdit*>(); };
        auto press = [&](const char* name) {
            QTest::mouseClick(dialog->findChild<QPushButton*>(name), Qt::LeftButton);
        };
        auto* reason = dialog->findChild<QLineEdit*>("correctionReason");
        auto* said = dialog->findChild<QLabel*>("correctionSaid");
        press("correctReply");
        press("saveCorrection");
        unchanged = said->text();
        lineOf()->selectAll();
        QTest::keyClicks(lineOf(), "Kittiwake II");
        press("saveCorrection");
        unsaid = said->text();
        QTest::keyClicks(reason, "The owner wrote again");
        if (const char* out = std::getenv("BRINDEL_SHOTS")) dialog->grab().save(QString(out) + "/correcting.png");
        press("saveCorrection");
        read = !reason->isVisible() && lineOf()->text() == "Kittiwake II";
        told = dialog->findChild<QLabel*>("replyCorrections")->text();
        if (const char* out = std::getenv("BRINDEL_SHOTS")) dialog->grab().save(QString(out) + "/corrected.png");
        dialog->accept();
    });
    look.start(10);
    h.window.part<RepliesPage>().openReply(0);
    EXPECT_EQ(unchanged, "Nothing is changed yet.");
    EXPECT_EQ(unsaid, "Say why it is corrected.");
    EXPECT_TRUE(read) << "it is read again as it is now";
    EXPECT_TRUE(told.contains("The owner wrote again")) << told.toStdString();
    EXPECT_TRUE(told.contains("Kittiwake II, before Kittiwake")) << told.toStdString();
    auto store = ReplyStore::open(h.folder.file("boats-replies.db"), true);
    EXPECT_EQ(store->corrections(h.form().root().name, 1)->size(), 1u);
}

TEST(RepliesPass, OnePersonIsErased) {
    Replies h;
    h.window.setPass(Pass::replies);
    h.drop(h.three());
    // The owner is a personal detail; it is found, and taken out.
    h.desk().edit(withProperty(h.form(), {h.at("txtOwner").id}, Prop::personal, true), "Personal");
    ASSERT_TRUE(h.window.saveFile(toQt(h.path)));
    h.settle();
    auto* search = h.window.part<RepliesPage>().findChild<QLineEdit*>("searchReplies");
    search->setFocus();
    QTest::keyClicks(search, "Farrant");
    EXPECT_TRUE(QTest::qWaitFor([&] { return h.window.part<RepliesDesk>().query().search == "Farrant"; }, 20000));
    h.settle();
    ASSERT_EQ(h.window.part<RepliesPage>().model().rowCount(), 1);
    QString said, old;
    QTimer look;
    QObject::connect(&look, &QTimer::timeout, [&] {
        auto* dialog = qobject_cast<QDialog*>(QApplication::activeModalWidget());
        if (!dialog || dialog->objectName() != "erasePersonal") return;
        look.stop();
        said = dialog->findChild<QLabel*>("eraseSaid")->text();
        if (const char* out = std::getenv("BRINDEL_SHOTS")) dialog->grab().save(QString(out) + "/erase.png");
        dialog->findChild<QRadioButton*>("eraseOld")->click();
        old = dialog->findChild<QLabel*>("eraseSaid")->text();
        dialog->findChild<QRadioButton*>("eraseShown")->click();
        QTest::mouseClick(dialog->findChild<QPushButton*>("eraseThem"), Qt::LeftButton);
    });
    look.start(10);
    for (QToolButton* one : h.window.part<RepliesPage>().findChildren<QToolButton*>())
        if (one->property("part") == "erasePersonalDetails") QTest::mouseClick(one, Qt::LeftButton);
    look.stop();
    EXPECT_TRUE(said.startsWith("This erases 1 answer of 1 reply")) << said.toStdString();
    EXPECT_EQ(old, "There is nothing to erase.");
    auto store = ReplyStore::open(h.folder.file("boats-replies.db"), true);
    const auto all = store->replies(h.form().root().name, *store->numbers(h.form().root().name));
    ASSERT_EQ(all->size(), 3u);
    EXPECT_EQ((*all)[1].reply.values.at("txtOwner"), Answer());
    EXPECT_EQ((*all)[1].reply.values.at("txtBoat"), Answer(std::string("Marigold")));
    EXPECT_EQ((*all)[0].reply.values.at("txtOwner"), Answer(std::string("Ines Halloran")));
}

TEST(RepliesPass, ColumnsStandAsTheyWereLeft) {
    for (const bool again : {false, true}) {
        Replies h;
        h.window.setPass(Pass::replies);
        h.drop(h.three());
        QTableView& table = h.window.part<RepliesPage>().table();
        QHeaderView& header = *table.horizontalHeader();
        auto columnOf = [&](const char* heading) {
            for (int i = 0; i < header.count(); ++i)
                if (table.model()->headerData(i, Qt::Horizontal).toString() == heading) return i;
            return -1;
        };
        const int boat = columnOf("Boat"), hull = columnOf("Hull"), jobs = columnOf("Jobs");
        if (!again) {
            header.moveSection(header.visualIndex(hull), 1);
            table.setColumnWidth(boat, 222);
            bool offered = false;
            QTimer::singleShot(0, &h.window, [&] {
                auto* menu = qobject_cast<QMenu*>(QApplication::activePopupWidget());
                for (QAction* one : menu ? menu->actions() : QList<QAction*>())
                    if (one->text() == "Jobs") {
                        offered = true;
                        one->trigger();
                    }
                if (menu) menu->close();
            });
            emit header.customContextMenuRequested({20, 10});
            EXPECT_TRUE(offered);
            EXPECT_TRUE(table.isColumnHidden(jobs));
        } else {
            EXPECT_EQ(header.visualIndex(hull), 1);
            EXPECT_EQ(table.columnWidth(boat), 222);
            EXPECT_TRUE(table.isColumnHidden(jobs));
            QSettings("brindel", "brindel").remove("replyColumns");
        }
    }
}

TEST(RepliesPass, WhatHasErrorsIsTakenOrLeft) {
    Replies h;
    h.window.setPass(Pass::replies);
    const std::string wrong = h.folder.file("wrong.json");
    write(
        wrong,
        R"({"form": "boats", "version": 1, "filled": "2026-04-01T10:00:00Z", "values": {"txtBoat": "Gannet", "lstJobs": []}})");
    QStringList files = h.three();
    files += toQt(wrong);
    QString said;
    QTimer look;
    auto answer = [&](const char* button) {
        look.disconnect();
        QObject::connect(&look, &QTimer::timeout, [&, button] {
            auto* box = qobject_cast<QMessageBox*>(QApplication::activeModalWidget());
            if (!box) return;
            look.stop();
            said = box->informativeText();
            if (auto* one = box->findChild<QPushButton*>(button))
                one->click();
            else
                box->reject();
        });
        look.start(10);
    };
    answer("none");
    h.drop(files);
    EXPECT_TRUE(said.contains("wrong.json")) << said.toStdString();
    EXPECT_EQ(h.window.part<RepliesPage>().model().rowCount(), 3) << "left";
    answer("saveWithErrors");
    h.drop(files);
    look.stop();
    EXPECT_EQ(h.window.part<RepliesPage>().gatheredSaid(), "Gathered: 1 saved, 3 already there.");
    EXPECT_EQ(h.window.part<RepliesPage>().model().rowCount(), 4) << "taken";
    EXPECT_EQ(h.cell(3, "Boat"), "Gannet");
}

TEST(RepliesPass, TwoQuestionsAreCountedAgainstEachOther) {
    Replies h;
    h.window.setPass(Pass::replies);
    h.drop(h.three());
    EXPECT_TRUE(h.window.part<CountsPanel>().wait());
    h.settle();
    QString cells;
    whenOpen<CrossTable>([&](CrossTable& dialog) {
        auto* down = dialog.findChild<QComboBox*>("crossDown");
        auto* across = dialog.findChild<QComboBox*>("crossAcross");
        EXPECT_EQ(down->count(), 3) << "length, hull and mast: a list of several has more than one answer";
        down->setCurrentIndex(down->findText("Hull"));
        across->setCurrentIndex(across->findText("Mast up?"));
        EXPECT_TRUE(dialog.wait());
        if (const char* out = std::getenv("BRINDEL_SHOTS")) dialog.grab().save(QString(out) + "/cross.png");
        QTest::mouseClick(dialog.findChild<QPushButton*>("crossCopy"), Qt::LeftButton);
        cells = QGuiApplication::clipboard()->text();
        // A number shows its replies.
        auto* table = dialog.findChild<QTableWidget*>("crossCells");
        table->setCurrentCell(0, 1);
        QTest::keyClick(table, Qt::Key_Return);
    });
    link(h, "crossQuestions")->click();
    EXPECT_EQ(cells, "Hull\tYes\tNo\tall\nGRP\t1\t1\t2\nTimber\t0\t1\t1\nSteel\t0\t0\t0\nall\t1\t2\t3\n");
    ASSERT_EQ(h.window.part<RepliesPage>().model().rowCount(), 1);
    EXPECT_EQ(h.cell(0, "Boat"), "Tern");
    // The sums ask for one question alone, and the last of them for nothing.
    h.window.part<RepliesDesk>().clearFilters();
    EXPECT_TRUE(h.window.part<CountsPanel>().wait());
    h.settle();
    whenOpen<CrossTable>([&](CrossTable& dialog) {
        dialog.findChild<QComboBox*>("crossDown")->setCurrentText("Hull");
        dialog.findChild<QComboBox*>("crossAcross")->setCurrentText("Mast up?");
        EXPECT_TRUE(dialog.wait());
        auto* table = dialog.findChild<QTableWidget*>("crossCells");
        const int last = table->columnCount() - 1;
        emit table->cellActivated(table->rowCount() - 1, last);
        EXPECT_TRUE(h.window.part<RepliesDesk>().query().filters.empty());
        emit table->cellActivated(3, last);  // the others: no filter tells them
        EXPECT_TRUE(h.window.part<RepliesDesk>().query().filters.empty());
        emit table->cellActivated(0, last);
    });
    link(h, "crossQuestions")->click();
    EXPECT_EQ(h.window.part<RepliesPage>().model().rowCount(), 2) << "all of GRP";
}

TEST(RepliesPass, ACardIsAPictureAndATable) {
    Replies h;
    h.window.setPass(Pass::replies);
    h.drop(h.three());
    CountCard* hull = h.card("cboHull");
    ASSERT_NE(hull, nullptr);
    EXPECT_EQ(hull->asTable(), "Hull\tReplies\nGRP\t2\nTimber\t1\nSteel\t0\n");
    const QString png = toQt(h.folder.file("hull.png")), svg = toQt(h.folder.file("hull.svg"));
    ASSERT_TRUE(hull->savePicture(png) && hull->savePicture(svg));
    EXPECT_EQ(QImage(png).width(), hull->width() * 2);
    QSvgRenderer drawn(svg);
    ASSERT_TRUE(drawn.isValid());
    EXPECT_TRUE(textOf(h.folder.file("hull.svg")).find("Hull") != std::string::npos);
    EXPECT_FALSE(hull->savePicture("/nowhere/hull.png"));
    // The keys and the pointer leave no trace in it.
    hull->setFocus();
    EXPECT_EQ(hull->picture(), [&] {
        hull->clearFocus();
        return hull->picture();
    }());
    // Its menu, as the keyboard opens it.
    QStringList words;
    QTimer look;
    QObject::connect(&look, &QTimer::timeout, [&] {
        if (auto* menu = qobject_cast<QMenu*>(QApplication::activePopupWidget())) {
            look.stop();
            for (QAction* one : menu->actions()) words += one->text();
            menu->close();
        }
    });
    look.start(10);
    QContextMenuEvent asked(QContextMenuEvent::Keyboard, {20, 20}, hull->mapToGlobal(QPoint(20, 20)));
    QApplication::sendEvent(hull, &asked);
    EXPECT_TRUE(words.contains("Against another question…")) << words.join("|").toStdString();
}

TEST(RepliesPass, WhatIsPastItsTimeIsSaidAndErasedInOneStep) {
    Replies h;
    Form form = openForm(h.path)->form;
    form = withProperty(form, {named(form, "txtOwner").id}, Prop::keptMonths, 1.0);
    write(h.path, formText(form));
    ASSERT_TRUE(h.window.openFile(toQt(h.path)));
    h.window.setPass(Pass::replies);
    h.drop(h.three());  // filled in long ago
    auto* said = h.window.findChild<QLabel*>("pastSaid");
    ASSERT_TRUE(said->isVisible());
    EXPECT_EQ(said->text(), "3 answers in 3 replies are older than their questions allow.");
    h.shot("replies-past");
    QString told;
    whenOpen<ErasePersonal>([&](ErasePersonal& dialog) {
        EXPECT_TRUE(dialog.findChild<QRadioButton*>("erasePast")->isChecked());
        told = dialog.findChild<QLabel*>("eraseSaid")->text();
        if (const char* out = std::getenv("BRINDEL_SHOTS")) dialog.grab().save(QString(out) + "/erase-past.png");
        QTest::mouseClick(dialog.findChild<QPushButton*>("eraseThem"), Qt::LeftButton);
    });
    QTest::mouseClick(link(h, "erasePastTime"), Qt::LeftButton);
    EXPECT_EQ(told, "This erases 3 answers of 3 replies: Owner. It cannot be undone. All other answers stay.");
    EXPECT_FALSE(said->isVisible());
    EXPECT_EQ(h.cell(0, "Owner"), "");
    EXPECT_EQ(h.cell(0, "Boat"), "Kittiwake");
}

TEST(RepliesPass, AReplyIsPrinted) {
    for (Kind kind : {Kind::dialog, Kind::document}) {
        FormSession session(kind == Kind::dialog ? demo("lift-out-booking") : demo("mooring-permit"), today);
        ASSERT_TRUE(session.put(kind == Kind::dialog ? "txtBoatName" : "txtBoatName", std::string("Marigold")));
        Folder folder;
        QPrinter printer(QPrinter::HighResolution);
        printer.setOutputFormat(QPrinter::PdfFormat);
        printer.setOutputFileName(toQt(folder.file("p.pdf")));
        ASSERT_TRUE(printForm(session, fonts(), printer));
        ASSERT_EQ(std::system(("pdfinfo '" + folder.file("p.pdf") + "' > '" + folder.file("p.txt") + "'").c_str()), 0);
        const std::string about = textOf(folder.file("p.txt"));
        EXPECT_NE(about.find(kind == Kind::dialog ? "Pages:           3" : "Pages:           2"), std::string::npos)
            << about;
        if (const char* out = std::getenv("BRINDEL_SHOTS"))
            std::filesystem::copy(folder.file("p.pdf"),
                                  std::string(out) + (kind == Kind::dialog ? "/dialog.pdf" : "/document.pdf"),
                                  std::filesystem::copy_options::overwrite_existing);
    }
}

TEST(RepliesPass, TheFormSaysWhereItsRepliesAre) {
    Replies h;
    h.window.setPass(Pass::replies);
    h.drop(h.three());
    std::filesystem::create_directory(h.folder.file("kept"));
    h.window.part<RepliesDesk>().choose(toQt(h.folder.file("kept/all.db")));
    ASSERT_NE(h.form().kit, nullptr) << h.window.part<RepliesDesk>().address().toStdString();
    EXPECT_EQ(h.form().kit->store, "kept/all.db") << "from the form's folder on";
    EXPECT_EQ(h.window.part<RepliesPage>().model().rowCount(), 0);
    EXPECT_EQ(h.window.part<RepliesDesk>().address(), toQt(h.folder.file("kept/all.db")));
    h.window.part<RepliesDesk>().choose("postgresql://ana@wharf.example/replies");
    ASSERT_NE(h.form().kit, nullptr);
    EXPECT_EQ(h.form().kit->store, "postgresql://ana@wharf.example/replies");
    h.window.part<RepliesDesk>().choose(toQt(h.folder.file("boats-replies.db")));
    EXPECT_EQ(h.form().kit, nullptr) << "as it is without a word";
    EXPECT_EQ(h.window.part<RepliesPage>().model().rowCount(), 3);
    h.desk().undo();
    ASSERT_NE(h.form().kit, nullptr) << "taken back";
    EXPECT_EQ(h.form().kit->store, "postgresql://ana@wharf.example/replies");
}

TEST(RepliesPass, AListIsTakenFromReplies) {
    Replies h;
    Form form = openForm(h.path)->form;
    form = withProperty(form, {named(form, "txtOwner").id}, Prop::personal, true);
    write(h.path, formText(form));
    ASSERT_TRUE(h.window.openFile(toQt(h.path)));
    h.window.setPass(Pass::replies);
    h.drop(h.three());
    const QString store = toQt(h.folder.file("boats-replies.db"));
    std::string list;
    QStringList words;
    whenOpen<QDialog>([&](QDialog& dialog) {
        ASSERT_EQ(dialog.objectName(), "listFromReplies");
        for (auto* tick : dialog.findChildren<QCheckBox*>()) words += tick->text();
        dialog.findChild<QCheckBox*>("take-txtBoat")->click();
        dialog.findChild<QCheckBox*>("take-numLength")->click();
        if (const char* out = std::getenv("BRINDEL_SHOTS")) dialog.grab().save(QString(out) + "/list-from-replies.png");
        dialog.accept();
    });
    auto taken = listFromReplies(store, "", &h.window);
    ASSERT_TRUE(taken) << taken.error().sentence.text();
    EXPECT_EQ(*taken, "txtBoat,numLength\r\nKittiwake,9.4\r\nMarigold,12.1\r\nTern,7\r\n");
    EXPECT_TRUE(words.contains("Owner (personal)")) << words.join("|").toStdString();
    // Renewed, the same columns are taken without a question.
    EXPECT_EQ(*listFromReplies(store, *taken, &h.window), *taken);
    EXPECT_FALSE(listFromReplies(toQt(h.path), "", &h.window));
}

TEST(RepliesPass, WhatIsShownIsExported) {
    Replies h;
    Form form = openForm(h.path)->form;
    form = withProperty(form, {named(form, "txtOwner").id}, Prop::personal, true);
    write(h.path, formText(form));
    ASSERT_TRUE(h.window.openFile(toQt(h.path)));
    h.window.setPass(Pass::replies);
    h.drop(h.three());
    CountCard* hull = h.card("cboHull");
    QTest::mouseClick(hull, Qt::LeftButton, {}, hull->barAt(0).center());
    h.settle();
    auto* button = h.window.findChild<QPushButton*>("exportReplies");
    for (const char* ending : {"csv", "xlsx", "json", "pdf"}) {
        const std::string path = h.folder.file(std::string("out.") + ending);
        whenOpen<QFileDialog>([&](QFileDialog& dialog) {
            dialog.findChild<QLineEdit*>("fileNameEdit")->setText(toQt(path));
            QMetaObject::invokeMethod(&dialog, "accept", Qt::QueuedConnection);
        });
        QTest::mouseClick(button, Qt::LeftButton);
        EXPECT_TRUE(std::filesystem::exists(path)) << path;
    }
    const std::string csv = textOf(h.folder.file("out.csv"));
    EXPECT_NE(csv.find("Kittiwake"), std::string::npos);
    EXPECT_EQ(csv.find("Marigold"), std::string::npos) << "only what is shown";
    EXPECT_EQ(csv.find("Halloran"), std::string::npos) << "personal details are not";
    EXPECT_TRUE(textOf(h.folder.file("out.xlsx")).starts_with("PK"));
    EXPECT_EQ(nlohmann::json::parse(textOf(h.folder.file("out.json"))).size(), 2u);
    EXPECT_EQ(std::system(("pdftotext '" + h.folder.file("out.pdf") + "' '" + h.folder.file("out.txt") + "'").c_str()),
              0);
    const std::string report = textOf(h.folder.file("out.txt"));
    EXPECT_NE(report.find("2 replies"), std::string::npos) << report;
    EXPECT_NE(report.find("Hull: GRP"), std::string::npos) << report;
    EXPECT_EQ(report.find("Owner"), std::string::npos) << report;
}
