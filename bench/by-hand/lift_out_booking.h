// The dialog “Lift-out booking”, written by hand from scratch: to be compared with the class that Brindel writes.
#pragma once

#include <QDialog>
#include <QJsonObject>
#include <QMap>
#include <functional>

class QCheckBox;
class QComboBox;
class QDoubleSpinBox;
class QLabel;
class QLineEdit;
class QListWidget;
class QPlainTextEdit;
class QRadioButton;
class QTabWidget;

class LiftOutBookingByHand : public QDialog {
    Q_OBJECT

  public:
    explicit LiftOutBookingByHand(QWidget* parent = nullptr);

    QJsonObject toJson() const;
    void fromJson(const QJsonObject& values);
    QStringList complaints() const;

  signals:
    void replied(const QJsonObject& reply);

  private:
    QWidget* vesselPage();
    QWidget* ownerPage();
    QWidget* workPage();
    void addButtons();
    void fillDays();
    void showRequired();
    void next();
    void book();
    QStringList jobs() const;

    QTabWidget* tabs_;
    QLineEdit *boatName_, *registration_, *owner_, *phone_, *berth_, *email_, *wantedFrom_, *to_;
    QLineEdit *length_, *draught_;
    QComboBox *hull_, *day_, *month_, *year_;
    QRadioButton *cradle_, *hoist_, *crane_, *byPhone_, *byEmail_;
    QCheckBox *list_, *mast_, *engine_;
    QListWidget* jobs_;
    QPlainTextEdit* notes_;
    QLabel *phoneLabel_, *emailLabel_;
};
