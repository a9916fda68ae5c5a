// The C++ classes of forms, as a program has them: compiled, and found by the name of their form.
#pragma once

#include <QDate>
#include <QJsonObject>
#include <QStringList>
#include <QTime>
#include <QWidget>
#include <functional>
#include <map>
#include <memory>
#include <string>

namespace brindel::test {

/// One window of a class; all that a test knows of it are the names of the form.
class ClassWindow {
  public:
    virtual ~ClassWindow() = default;
    virtual QWidget& window() = 0;
    virtual QStringList fromJson(const QJsonObject& reply) = 0;
    virtual QJsonObject toJson() = 0;
    virtual QList<std::pair<QString, QString>> complaints() = 0;
    virtual void setNow(QDate today, QTime now) = 0;
    /// Questions are answered with yes, or with no.
    virtual void answerWith(bool yes) = 0;
    /// What the form has said and asked, and how often it was accepted, since this was
    /// last called.
    struct Did {
        QStringList said;
        int accepted = 0, left = 0;
    };
    virtual Did takeDone() = 0;
    /// The reply as a struct, and back.
    virtual bool takesItsReply() = 0;
};

/// The class as a program's own may be: it says and asks in its own way.
template <class Form>
class Listening : public Form {
  public:
    ClassWindow::Did did;
    /// How questions are answered.
    static inline bool yes = true;

  protected:
    void say(const QString& sentence) override { did.said << sentence; }
    auto ask(const QString& question) -> bool override {
        did.said << question;
        return yes;
    }
    /// There where a rule offers something.
    virtual void offer(const QString& address) { did.said << address; }
};

template <class Form>
class ClassWindowOf : public ClassWindow {
  public:
    ClassWindowOf() {
        QObject::connect(&form_, &Form::replied, &form_, [this] { ++form_.did.accepted; });
        QObject::connect(&form_, &Form::left, &form_, [this] { ++form_.did.left; });
    }
    void answerWith(bool yes) override { Listening<Form>::yes = yes; }
    Did takeDone() override { return std::exchange(form_.did, {}); }
    QWidget& window() override { return form_; }
    QStringList fromJson(const QJsonObject& reply) override { return form_.fromJson(reply); }
    QJsonObject toJson() override { return form_.toJson(); }
    QList<std::pair<QString, QString>> complaints() override { return form_.complaints(); }
    void setNow(QDate today, QTime now) override { form_.setNow(today, now); }
    bool takesItsReply() override { return form_.setReply(form_.reply()); }

  private:
    Listening<Form> form_;
};

struct KnownClass {
    std::string formFile;
    std::function<std::unique_ptr<ClassWindow>()> make;
};
/// All classes that are linked, by the name of their form's file.
inline std::map<std::string, KnownClass>& knownClasses() {
    static std::map<std::string, KnownClass> all;
    return all;
}

}  // namespace brindel::test
