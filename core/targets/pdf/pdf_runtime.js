// What a PDF does by itself in viewers that run scripts: reads what is typed, judges it, works formulas out, shows and
// hides, and does what rules say. `doc` is the document, `F` the formulas' runtime, `form` the form as data, and `work`
// a function for each formula. ECMAScript 5 and ISO 21757-1; what a viewer does not know is passed over.
function brindelForm(doc, F, around, form, work) {
  var mostReactions = 1000;  // that one act sets off
  var now = {};     // texts of fields that are being changed: the event comes before the field has them
  var worths = {};  // what formulas have come to, by the answer or "c12.visible"
  var limits = {};  // limits that are worked out, by answer and property
  var shown = {}, usable = {};  // controls that formulas and rules show or enable, by "c12"
  var reacting = 0, busy = false, touched = [];
  Object.keys(form.answers).forEach(function(name) { form.answers[name].name = name; });

  var I = brindelFilling(F, around, form.words);
  var dayRead = I.dayRead, dayShown = I.dayShown, timeRead = I.timeRead, timeShown = I.timeShown, dayMeant = I.dayMeant;
  var numberWritten = I.numberWritten, cased = I.cased, put = I.put, quoted = I.quoted;

  // ---- the fields of the document ----

  function field(name) { return doc.getField(name); }
  // What a field holds; of several lines a list. The value that a choice stands for.
  function raw(name) {
    if (now.hasOwnProperty(name)) return now[name];
    var f = field(name);
    if (!f) return "";
    var value = f.value;
    if (Array.isArray && Array.isArray(value)) return value;
    if (typeof value === "number" && f.valueAsString !== undefined) value = f.valueAsString;
    return value === null || value === undefined ? "" : String(value);
  }
  function text(name) { return String(raw(name)); }
  // Some viewers say the state of a button, others what it stands for.
  function isOn(a, i) {
    var said = text(a.fields[i] || a.fields[0]);
    return said === a.states[i] || (a.states.indexOf(said) < 0 && !!a.values && said === a.values[i]);
  }

  // ---- answers ----

  // What an answer holds: `empty`, or `unread` text, or values.
  function choiceOf(a, said) {
    for (var i = 0; i < a.choices.length; ++i)
      if (a.choices[i][0] === said || a.choices[i][1] === said) return a.choices[i][0];
    return null;
  }
  var kinds = {
    text: function(a, said) { return {values: [said]}; },
    number: function(a, said) {
      var n = F.numberTyped(said);
      return n === null ? {unread: said} : {values: [n]};
    },
    date: function(a, said) { var day = dayRead(said, a.pattern, dayMeant(limit(a, a.name, "earliest") || ""), dayMeant(limit(a, a.name, "latest") || "")); return day === null ? {unread: said} : {values: [day]}; },
    time: function(a, said) { var m = timeRead(said, a.pattern); return m === null ? {unread: said} : {values: [m / 1440]}; },
    choice: function(a, said) {
      var value = choiceOf(a, said);
      return value !== null ? {values: [value]} : a.others ? {values: [said]} : {unread: said};
    }
  };
  function held(name) {
    var a = form.answers[name];
    if (!a) return {empty: true, values: []};
    var i, values = [];
    if (a.type === "tick") return {empty: !isOn(a, 0), values: [isOn(a, 0)]};
    if (a.type === "question") {
      for (i = 0; i < a.states.length; ++i)
        if (isOn(a, i)) return {values: [a.values[i]]};
      return {empty: true, values: [null]};
    }
    if (a.type === "picks") {
      if (a.states) {  // ticks or radio buttons, the last of them for another answer
        for (i = 0; i < a.states.length; ++i)
          if (isOn(a, i)) values.push(i < a.values.length ? a.values[i] : text(a.other));
      } else {
        var lines = raw(a.fields[0]);
        values = (typeof lines === "string" ? lines === "" ? [] : [lines] : lines).map(function(v) {
          var value = choiceOf(a, String(v));
          return value === null ? String(v) : value;
        });
      }
      return {empty: !values.length, values: values.length || a.several ? values : [null], list: a.several,
              otherOn: !!a.states && a.states.length > a.values.length && isOn(a, a.states.length - 1)};
    }
    if (a.type === "none") return {empty: true, values: [false]};
    var said = text(a.fields[0]);
    if (F.trim(said) === "" || (a.type === "text" && said === "")) return {empty: true, values: [null]};
    return kinds[a.type](a, said);
  }
  // The same when its field held something else.
  function heldWith(name, said) {
    var key = form.answers[name].fields[0], before = now[key], h;
    now[key] = said;
    h = held(name);
    if (before === undefined) delete now[key];
    else now[key] = before;
    return h;
  }
  // What a name in a formula stands for.
  function valuesOf(name) {
    var a = form.answers[name];
    if (worths.hasOwnProperty(name) && F.isWrong(worths[name])) return {values: [worths[name]]};
    // While it is worked out, a field may not have it yet.
    var h = a && a.worked && worths.hasOwnProperty(name) && a.type !== "picks" ? heldWith(name, fromWorth(a, worths[name])) : held(name);
    return h.unread !== undefined ? {values: [null]} : h;
  }
  function meaning(names) {
    var of = function(name) {
      var m = names[name];
      if (!m) return F.named([F.wrong.name], false);
      if (!m.column) { var one = valuesOf(m.of[0]); return F.named(one.values, !!one.list); }
      return F.named([].concat.apply([], m.of.map(function(n) { return valuesOf(n).values; })), true);
    };
    of.list = function(name) {
      var list = form.lists && form.lists[(names[name] || {}).list];
      return list && F.listed(list.values, list.columns, list.headings);
    };
    return of;
  }

  // What a field gets when a formula comes to `worth`.
  function fromWorth(a, worth) {
    if (F.isWrong(worth)) return worth.text;
    if (a.type === "tick" || a.type === "question") {
      var on = worth === null ? false : F.asLogical(worth);
      return on === true ? a.states[0] : "Off";
    }
    if (worth === null) return "";
    if (a.type === "number" || a.type === "date" || a.type === "time") {
      var n = F.asNumber(worth);
      if (F.isWrong(n)) return n.text;
      if (a.type === "number") return numberWritten(n, a.decimals, a.thousands);
      if (a.type === "date") return F.dayOf(n) ? dayShown(n, a.pattern) : F.wrong.value.text;
      return timeShown(Math.round((n - Math.floor(n)) * 1440) % 1440, a.pattern);
    }
    var said = F.asText(worth);
    if (F.isWrong(said)) return said.text;
    return a.type === "text" ? cased(a, said, true) : said;
  }
  function worth(i) {
    var w = form.work[i], v = F.one(work[i](F, meaning(w.names)));
    return v === undefined ? null : v;
  }

  // ---- what is wrong ----

  function limit(a, name, prop) {
    var l = limits[name];
    return l && l.hasOwnProperty(prop) ? l[prop] : a[prop];
  }
  function limitBroken(name) {
    var a = form.answers[name], h = held(name);
    if (a.type === "picks") {
      var least = limit(a, name, "atLeast") || 0, most = limit(a, name, "atMost") || 0, count = h.empty ? 0 : h.values.length;
      if (a.several && count < least) return put(a.says.few, [String(least)]);
      if (a.several && most > 0 && count > most) return put(a.says.many[count], [String(most)]);
      return h.otherOn && F.trim(text(a.other)) === "" ? a.says.other : "";
    }
    if (h.empty) return "";
    var said = a.fields ? text(a.fields[0]) : "";
    if (h.unread !== undefined) return put(a.says.unread, [a.type === "date" ? dayShown(around.today, a.pattern) : "", quoted(said)]);
    if (a.type === "number") said = numberWritten(h.values[0], Math.max(a.decimals, I.decimalsOf(h.values[0])), a.thousands);
    return I.judges[a.type] ? I.judges[a.type](a, function(prop) { return limit(a, name, prop); }, said, h.values[0]) : "";
  }
  // A control is there for a filler when it and all that it lies in are.
  function all(list, of) { return (of || []).every(function(key) { return list[key] !== false; }); }
  function open(a) { return !a.shut && !a.worked && all(shown, a.seenBy) && all(usable, a.usedBy); }
  function wrong(name) {
    var a = form.answers[name], mayBreak = a.worked && all(shown, a.seenBy) && all(usable, a.usedBy);
    if (!open(a) && !mayBreak) return "";
    var h = held(name), l = limits[name], required = l && l.hasOwnProperty("required") ? l.required : a.required;
    if (!open(a) && (h.empty || h.unread !== undefined)) return "";
    if (required && h.empty && h.unread === undefined) return a.says.missing;
    var broken = limitBroken(name);
    if (broken || h.empty) return broken;
    return (a.valid || []).some(function(i) { return F.asLogical(worth(i)) === false; }) ? a.says.valid : "";
  }
  function wrongs() {
    var list = [];
    form.order.forEach(function(name) {
      var sentence = wrong(name);
      if (sentence) list.push({name: name, sentence: sentence});
    });
    return list;
  }

  // ---- working out ----

  function show(f, yes) { try { f.display = yes ? 0 : 1; } catch (e) {} }
  function enable(f, yes) { try { f.readonly = !yes; } catch (e) {} }
  // All formulas in their order: values into `worths`, all else where it belongs.
  function settle() {
    form.work.forEach(function(w, i) {
      if (!w.prop) return;  // of a rule: asked when something happens
      var v = worth(i);
      if (w.prop === "value") { worths[w.on] = v; return; }
      if (w.prop === "visible" || w.prop === "enabled") {
        var yes = F.asLogical(v);
        if (yes === true || yes === false) (w.prop === "visible" ? shown : usable)[w.on] = yes;
        return;
      }
      if (w.prop === "valid") return;
      var p = I.propertyFrom(w.prop, v);
      if (p === undefined) return;
      (limits[w.on] = limits[w.on] || {})[w.prop] = p;
      if (w.prop === "required") form.answers[w.on].fields.forEach(function(name) { try { field(name).required = p; } catch (e) {} });
    });
    apply();
  }
  function apply() {
    Object.keys(form.fields).forEach(function(name) {
      var f = form.fields[name];
      if (!f.seenBy && !f.usedBy) return;
      var there = field(name);
      if (!there) return;
      if (f.seenBy) show(there, all(shown, f.seenBy));
      if (f.usedBy && !f.shut) enable(there, all(usable, f.usedBy));
    });
  }
  // A field that a formula fills and that viewers do not work out themselves: ticks, choices.
  function fill(name) {
    var a = form.answers[name], f = field(a.fields[0]);
    if (f) f.value = fromWorth(a, worths[name]);
  }

  // ---- what happens by itself ----

  function say(sentence) { app.alert(sentence, 3); }
  function holds(rule) { return rule.condition === undefined || F.asLogical(worth(rule.condition)) === true; }
  function raise(when, key) {
    var rules = (form.rules[key] || []).filter(function(rule) { return rule.when === when && holds(rule); });
    rules.forEach(function(rule) { steps(rule.steps); });
    return rules.length > 0;
  }
  function steps(list) {
    for (var i = 0; i < list.length; ++i) {
      if (++reacting > mostReactions) return;
      if (step(list[i]) === false) return;
    }
  }
  function leaf(number) { if (number !== undefined) doc.pageNum = number; }
  function step(s) {
    var v = s.with === undefined ? null : worth(s.with), said = F.isWrong(v) ? v.text : F.asText(v);
    switch (s.does) {
      case "turn": leaf(s.page); break;
      case "show": shown[s.key] = true; apply(); break;
      case "hide": shown[s.key] = false; apply(); break;
      case "turnOver": shown[s.key] = shown[s.key] === false; apply(); break;
      case "enable": usable[s.key] = true; apply(); break;
      case "disable": usable[s.key] = false; apply(); break;
      case "set":
        var a = form.answers[s.answer];
        if (a && a.fields) give(a, fromWorth(a, v));
        break;
      case "clear": doc.resetForm(s.fields); break;
      case "cursor": focus(s.answer); break;
      case "say": say(said); break;
      case "ask": steps(app.alert(said, 2, 2) === 4 ? s.yes : s.no); break;
      case "accept": case "acceptAndGoOn": return accept(s.does === "acceptAndGoOn");
      case "address": app.launchURL(said, true); break;
      case "letter": app.launchURL("mailto:" + said, true); break;
    }
  }
  // Gives a field a value; one that is just being changed gets it when its event is over.
  function give(a, value) {
    var name = a.fields[0];
    if (!now.hasOwnProperty(name)) { if (field(name)) field(name).value = value; return; }
    if (now[name] === value) return;
    now[name] = value;
    changed(form.fields[name].answer);
  }
  function focus(name) {
    var a = form.answers[name], f = a && a.fields ? field(a.fields[0]) : null;
    if (!f) return;
    leaf(a.page);
    try { f.setFocus(); } catch (e) {}
  }
  function accept(goesOn) {
    settle();
    var list = wrongs(), most = 8;
    if (list.length) {
      say(list.slice(0, most).map(function(w) { return w.sentence; }).join("\n") + (list.length > most ? "\n…" : ""));
      focus(list[0].name);
      return false;
    }
    if (!form.sendTo) say(form.words.ready);
    else if (/^mailto:/.test(form.sendTo)) doc.submitForm({cURL: form.sendTo, cSubmitAs: "FDF"});
    else doc.submitForm({cURL: form.sendTo, cSubmitAs: "XFDF"});
    if (goesOn) doc.resetForm();
    return true;
  }
  // An answer is another now: rules are asked, and what depends on it is worked out.
  function changed(name) {
    settle();
    touched.push(name);
    if (busy) return;
    busy = true;
    while (touched.length && ++reacting <= mostReactions) asked(touched.shift());
    touched = [];
    busy = false;
    reacting = 0;
  }
  function asked(name) {
    var a = form.answers[name], h = held(name);
    raise("changed", name);
    if (a.type === "tick") raise(h.empty ? "unticked" : "ticked", name);
    if (a.type === "question") raise("ticked", name);
    if (!h.empty && (a.type !== "text" || (a.maxLength && F.lettersOf(text(a.fields[0])).length >= a.maxLength))) raise("complete", name);
  }
  function answerOf(event) { return (form.fields[event.target.name] || {}).answer; }

  return {
    // A key is pressed, or a field is left: what breaks a limit is not taken.
    typed: function(event) {
      var name = answerOf(event), a = form.answers[name];
      if (!a) return;
      if (!event.willCommit) {
        if (typeof event.change === "string" && event.change) event.change = cased(a, event.change, false);
        return;
      }
      var said = cased(a, String(event.value), true);
      now[event.target.name] = said;
      var broken = a.type === "picks" ? "" : limitBroken(name);
      delete now[event.target.name];
      if (broken) {
        say(broken);
        event.rc = false;
      }
    },
    // What is taken is written as the form writes it, and what depends on it follows.
    taken: function(event) {
      var name = answerOf(event), a = form.answers[name];
      if (!a) return;
      var said = String(event.value);
      if (said !== "" && a.type === "text") event.value = cased(a, said, true);
      if (said !== "" && (a.type === "date" || a.type === "time")) {
        var h = kinds[a.type](a, said);
        if (h.unread === undefined) event.value = fromWorth(a, h.values[0]);
      }
      now[event.target.name] = event.value;
      changed(name);
      event.value = now[event.target.name];
      delete now[event.target.name];
    },
    // A number is shown as the form writes it; what the field holds stays as it was typed.
    shown: function(event) {
      var a = form.answers[answerOf(event)], said = String(event.value);
      if (!a || said === "") return;
      var h = kinds[a.type](a, said);
      if (h.unread === undefined) event.value = fromWorth(a, h.values[0]) + (a.unitShown ? " " + a.unitShown : "");
    },
    worked: function(event) {
      var name = answerOf(event), a = form.answers[name];
      if (!a) return;
      worths[name] = worth(a.worked - 1);
      event.value = fromWorth(a, worths[name]);
      if (a.last) {
        now[event.target.name] = event.value;
        settle();
        delete now[event.target.name];
        form.filled.forEach(fill);
      }
    },
    ticked: function(event) { var name = answerOf(event); if (name) changed(name); },
    pressed: function(event) {
      var b = form.buttons[event.target.name];
      if (!b || raise("pressed", event.target.name)) { reacting = 0; return; }
      reacting = 0;
      if (b.role === "accept") accept(false);
      else if (b.role === "clear") doc.resetForm();
      else if (b.role === "next" || b.role === "back") leaf(doc.pageNum + (b.role === "next" ? 1 : -1));
    },
    entered: function(event) { var name = answerOf(event); if (name) raise("entered", name); reacting = 0; },
    left: function(event) { var name = answerOf(event); if (name) raise("left", name); reacting = 0; },
    // The document has opened. Only a form in which nothing is filled yet gets the day, and what follows from it.
    opened: function() {
      Object.keys(form.starts).forEach(function(key) {
        var s = form.starts[key];
        if (s.shown === false) shown[key] = false;
        if (s.enabled === false) usable[key] = false;
      });
      var blank = Object.keys(form.fields).every(function(name) {
        var f = field(name);
        return !f || f.type === "button" || f.type === "signature" || f.defaultValue === undefined || String(f.value || "") === String(f.defaultValue || "");
      });
      if (blank)
        form.order.forEach(function(name) {
          var a = form.answers[name];
          if (a.today !== undefined && field(a.fields[0])) field(a.fields[0]).value = dayShown(dayMeant(a.today), a.pattern);
        });
      settle();
      if (blank) {
        try { doc.calculateNow(); } catch (e) {}
      }
      raise("opens", "form");
      reacting = 0;
    },
    closing: function() { raise("closes", "form"); reacting = 0; },
    wrong: wrong, wrongs: wrongs, settle: settle, held: held
  };
}
