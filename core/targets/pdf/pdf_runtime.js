// What binds the session (script/session.js) to the fields of a PDF: events of viewers become its acts, and what an act has
// changed is written into fields. `doc` is the document, `bound` says which fields hold an answer. ECMAScript 5 and ISO
// 21757-1; what a viewer does not know is passed over.
function brindelFields(doc, F, I, around, form, bound, work) {
  var S = brindelSession(F, I, around, form, work);
  var now = Object.create(null);    // texts of fields that are being changed: the event comes before the field has them
  var known = Object.create(null);  // what the fields of an answer held when they were last looked at, or written
  var typing = "";  // the answer that letters are typed into and that is not taken yet
  var writing = false;  // fields: what viewers tell of that is no act of the filler's
  var under = Object.create(null);  // fields by the controls that they are seen or used with

  function own(of, name) { return Object.prototype.hasOwnProperty.call(of, name) ? of[name] : undefined; }
  Object.keys(bound.fields).forEach(function(name) {
    var f = bound.fields[name];
    (f.seenBy || []).concat(f.usedBy || []).forEach(function(key) { (under[key] = under[key] || []).push(name); });
  });

  // ---- the fields of the document ----

  function field(name) { return doc.getField(name); }
  function raw(name) {
    if (name in now) return now[name];
    var f = field(name);
    if (!f) return "";
    var value = f.value;
    if (Array.isArray(value)) return value;
    if (value !== value) return " ";  // blanks, which a viewer has made a number of
    if (typeof value === "number" && f.valueAsString !== undefined) value = f.valueAsString;
    return value === null || value === undefined ? "" : String(value);
  }
  // One that is just being changed gets its value when its event is over.
  function put(name, value) {
    if (name in now) { now[name] = value; return; }
    var f = field(name);
    if (!f || String(raw(name)) === String(value)) return;
    f.value = value;
    // Radio buttons that nothing is chosen of have other names for it elsewhere.
    if (value === "Off" && raw(name) !== "Off") f.value = null;
  }
  function heldNow(b) { return b.fields.concat(b.other || []).map(raw).join("\u0000"); }

  // ---- what fields hold, as the session takes it; and the other way ----

  // Some viewers say the state of a button, others what it stands for.
  function isOn(a, b, i) {
    var said = String(raw(b.fields[i] || b.fields[0])), values = a.buttons || a.choices || [];
    if (b.states.indexOf(said) >= 0) return said === b.states[i];
    return values[i] !== undefined && said === (a.buttons ? values[i].value : values[i][0]);
  }
  function linesOn(a, b) {
    return b.states.map(function(state, i) { return i; }).filter(function(i) { return isOn(a, b, i); });
  }
  function given(name) {
    var a = form.answers[name], b = bound.answers[name], on;
    if (a.type === "ink" || a.type === "picture") return undefined;
    if (!b.states) return raw(b.fields[0]) || null;
    on = linesOn(a, b);
    if (a.type === "tick") return on.length > 0;
    if (a.type === "question") return on.length ? a.buttons[on[0]].value : null;
    return on.map(function(i) { return i < a.choices.length ? a.choices[i][0] : String(raw(b.other)); });
  }
  function write(name) {
    var a = form.answers[name], b = bound.answers[name], held = S.entry(name).held, value;
    if (!b.fields.length || a.type === "ink" || a.type === "picture") return;
    if (b.states) {
      var lines = held === null || held === false ? [] : held === true ? [0] : typeof held === "number" ? [held] : held.lines;
      if (b.fields.length === 1) put(b.fields[0], lines.length ? b.states[lines[0]] : "Off");
      else b.fields.forEach(function(one, i) { put(one, lines.indexOf(i) < 0 ? "Off" : b.states[i]); });
      if (b.other) put(b.other, held ? held.other : "");
    } else {
      value = S.answer(name);
      put(b.fields[0], held !== null && (a.type === "choice" || a.type === "picks") ? value : S.wording(name));
    }
    known[name] = heldNow(b);
  }
  function show(name) {
    var f = field(name), is = bound.fields[name];
    if (!f) return;
    try { if (is.seenBy) f.display = is.seenBy.every(S.seen) ? 0 : 1; } catch (e) {}
    try { if (is.usedBy && !is.shut) f.readonly = !S.usable(is.usedBy); } catch (e) {}
  }

  // ---- what an act comes to ----

  // What one act says is said at once: viewers may show no more than one message for it.
  var toSay = [];
  function say(sentence) { toSay.push(sentence); }
  function taken() {
    var all = toSay;
    toSay = [];
    return all;
  }
  function said() { if (toSay.length) app.alert(taken().join("\n"), 3); }
  function ask(question) { return app.alert(taken().concat(question).join("\n\n"), 2, 2) === 4; }
  function leaf(key) { if (own(bound.leaves, key) !== undefined) doc.pageNum = bound.leaves[key]; }
  function focus(key) {
    var b = bound.answers[own(form.answerOf, key)], f = b && field(b.fields[0]);
    leaf(key);
    try { if (f) f.setFocus(); } catch (e) {}
  }
  function shown(changes) {
    var works = doc.calculate, before = writing;
    writing = true;
    try { doc.calculate = false; } catch (e) {}
    changes.answers.forEach(write);
    try { doc.calculate = works; } catch (e) {}
    writing = before;
    changes.visible.forEach(function(key) { (under[key] || []).forEach(show); });
    changes.enabled.forEach(function(key) { (under[key] || []).forEach(show); });
    changes.required.forEach(function(name) {
      bound.answers[name].fields.forEach(function(one) { try { field(one).required = S.required(name); } catch (e) {} });
    });
  }
  function send() {
    if (!bound.sendTo) say(form.words.ready);
    else doc.submitForm({cURL: bound.sendTo, cSubmitAs: /^mailto:/.test(bound.sendTo) ? "FDF" : "XFDF"});
  }
  // What is filled in goes before it makes room for the next one.
  around.goesOn = function(changes) {
    shown(changes);
    send();
  };
  function follow(result) {
    var o = result.outcome, most = 8;
    shown(result.changes);
    o.says.forEach(say);
    if (o.wrongs.length)
      say(o.wrongs.slice(0, most).map(function(w) { return w.sentence; }).join("\n") + (o.wrongs.length > most ? "\n…" : ""));
    o.offers.forEach(function(one) { app.launchURL((one.letter ? "mailto:" : "") + one.to, true); });
    if (o.turns) leaf(o.turns);
    if (o.cursor) focus(o.cursor);
    if (o.turnsBy) doc.pageNum += o.turnsBy;
    if (o.then === "accepted") send();
    if (o.asks !== undefined) follow(S.answered(ask(o.asks)));
  }
  function raised(act) { return function(event) { act(event); if (!writing) said(); }; }

  // ---- what fillers do ----

  // Some viewers make a number of what looks like one, each in its way.
  function alike(was, held) {
    var number = F.trim(held) === "" ? NaN : Number(held);
    if (was && held && F.trim(was) === F.trim(held)) return true;
    return was !== undefined && (Number(was.replace(",", ".")) === number || parseFloat(was) === number);
  }
  // What has come into fields by other ways: data that is read in, a viewer's own clearing, letters that were taken back.
  function look() {
    var values = Object.create(null), any = false;
    typing = "";
    S.order().forEach(function(name) {
      var b = bound.answers[name], was = known[name], held = heldNow(b);
      if (was === held || alike(was, held) || form.answers[name].worked) return;
      known[name] = held;
      values[name] = given(name);
      any = true;
    });
    if (any) follow(S.take(values));
  }
  function nameFor(event) { return own(bound.fields, event.target.name) && bound.fields[event.target.name].answer; }
  // An act in a field whose text is changed by it: gives the text that it gets.
  function within(event, said, act) {
    now[event.target.name] = said;
    follow(act());
    said = now[event.target.name];
    delete now[event.target.name];
    return said;
  }
  function typed(name, field, said) {
    function lineOf(one) { return S.lineOf(name, String(one)); }
    var type = form.answers[name].type, at = type === "choice" ? lineOf(said) : -1;
    if (type === "picks" && field !== bound.answers[name].other) return S.pick(name, [].concat(said).map(lineOf).filter(function(line) { return line >= 0; }));
    return S.type(name, at < 0 ? String(said) : S.choicesOf(name)[at][1]);
  }
  function raise(event, when) {
    var name = nameFor(event), a = name && form.answers[name];
    if (a) (a.buttons || [a]).forEach(function(one) { if (own(form.rules, one.key)) follow(S.event(when, one.key)); });
  }

  var acts = {
    // A key is pressed; or a field is left, which is seen to when it is taken.
    typed: function(event) {
      var name = nameFor(event), value = String(event.value), from = event.selStart, to = event.selEnd;
      if (!name || event.willCommit || typeof event.change !== "string") return;
      var change = I.cased(form.answers[name], event.change, false);
      event.change = change;
      if (typeof from !== "number" || from < 0 || !S.listens(name)) return;
      var head = value.slice(0, from), tail = value.slice(to), all = head + change + tail;
      typing = name;
      var said = within(event, all, function() { return S.type(name, all); });
      if (said === all) return;
      if (said.length >= head.length + tail.length && said.slice(0, from) === head && said.slice(said.length - tail.length) === tail)
        event.change = said.slice(from, said.length - tail.length);
    },
    // What is taken is written as the form writes it, and what depends on it follows. What is wrong with it is said.
    taken: function(event) {
      var name = nameFor(event);
      if (!name || writing) return;
      typing = "";
      // A viewer may not have told of a tick; nor is it asked to where nothing follows from it.
      if (!S.open(name) || bound.answers[name].states) look();
      var said = event.value, before = S.complaint(name);
      event.value = within(event, Array.isArray(said) ? said : String(said), function() { return typed(name, event.target.name, said); });
      event.value = within(event, event.value, function() { return S.leave(name, true); });
      known[name] = bound.answers[name].fields.concat(bound.answers[name].other || []).map(function(one) { return one === event.target.name ? event.value : raw(one); }).join("\u0000");
      var wrong = S.complaint(name);
      if (wrong && (wrong !== before || String(said) !== "")) say(wrong);
    },
    // A number is shown as the form writes it, with its unit.
    shown: function(event) {
      var name = nameFor(event), said = String(event.value), e = name && S.entry(name), text = e ? S.wording(name) : "";
      // What looks like a number to a viewer and is none stays as it was typed.
      if (e && known[name] === text) event.value = said = text;
      var n = name && said !== "" ? F.numberTyped(said) : null;
      if (n === null) return;
      event.value = I.numberWritten(n, Math.max(form.answers[name].decimals, I.decimalsOf(n)), form.answers[name].thousands) +
          (bound.answers[name].unit ? " " + bound.answers[name].unit : "");
    },
    worked: function(event) {
      var name = nameFor(event);
      if (!name) return;
      if (bound.order[0] === event.target.name && !typing && !writing) look();
      event.value = form.answers[name].type === "choice" && S.entry(name).held ? S.answer(name) : S.wording(name);
      known[name] = String(event.value);
    },
    ticked: function(event) {
      var name = nameFor(event), a = name && form.answers[name], b = name && bound.answers[name];
      if (!a) return;
      known[name] = heldNow(b);
      var on = linesOn(a, b);
      follow(a.type === "tick" ? S.tick(name, on.length > 0) : a.type === "question" ? S.choose(name, on.length ? on[0] : null) : S.pick(name, on));
    },
    pressed: function(event) {
      look();
      var is = own(bound.fields, event.target.name);
      if (is && is.button) follow(S.press(is.button));
    },
    entered: function(event) { raise(event, "entered"); },
    left: function(event) {
      if (typing) look();
      raise(event, "left");
    },
    // The document has opened. A form in which nothing is filled yet begins; another goes on with what it holds.
    opened: function() {
      var blank = Object.keys(bound.fields).every(function(name) {
        var f = field(name);
        return !f || f.type === "button" || f.type === "signature" || f.defaultValue === undefined || String(f.value || "") === String(f.defaultValue || "");
      }), values = Object.create(null);
      if (!blank) Object.keys(form.answers).forEach(function(name) { values[name] = given(name); });
      follow(S.opened(blank ? undefined : values));
      S.order().forEach(function(name) { known[name] = heldNow(bound.answers[name]); });
    },
    closing: function() { follow(S.event("closes", "form")); }
  };
  Object.keys(acts).forEach(function(name) { acts[name] = raised(acts[name]); });
  acts.wrongs = function() { look(); return S.wrongs(); };
  return acts;
}
