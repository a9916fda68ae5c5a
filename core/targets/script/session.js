// One form being filled in a page or a PDF: what it holds, what is wrong, what follows from what, what a press does. It
// tells core/session again for where there is no Brindel: the same acts in the same order, with no element of a page and
// no field of a PDF in it. `form` is the form as data (form_data.h), `work` a function for each formula, `F` the
// formulas' runtime, `I` what scripts share. The oldest interpreters run it once it is brought down to ECMAScript 5: of
// the library nothing newer is used.
function brindelSession(F, I, around, form, work) {
  const mostReactions = 1000;  // that one act sets off
  // Names are anything: nothing that every object has counts as one.
  const map = () => Object.create(null);
  const both = (of, more) => {
    const all = map();
    [of, more || {}].forEach(one => Object.keys(one).forEach(key => { all[key] = one[key]; }));
    return all;
  };
  ["answers", "rules", "buttons", "tables", "tabs", "starts"].forEach(part => { form[part] = both(form[part] || {}); });
  const answers = form.answers;
  const placeOf = (list, is) => {
    for (let i = 0; i < list.length; ++i) if (is(list[i])) return i;
    return -1;
  };
  const setOf = () => {
    let held = map();
    return {
      add: one => { held[one] = true; }, has: one => held[one] === true, clear: () => { held = map(); }, list: () => Object.keys(held),
      drop: one => { const was = held[one] === true; delete held[one]; return was; }, forEach: visit => Object.keys(held).forEach(one => visit(one))
    };
  };
  const entries = map(), wrong = map(), limits = map(), rows = map();
  const shown = map(), usable = map();
  const said = setOf();
  const told = map();  //@ post
  const worths = work.map(() => undefined);
  const due = work.map(() => false), dependents = map(), underKey = map(), ofTable = map();
  //@ if reply
  let id = "";  // of the filling: by it the same reply is known again
  //@ end
  let choices = map(), changes, outcome, touched = setOf(), later = [], pending = [], waiting = null;
  let dueCount = 0, firstDue = 0, reacting = false, quiet = false, beginning = false, reactions = 0;

  const same = (a, b) => a === b || JSON.stringify(a) === JSON.stringify(b);
  const push = (into, key, value) => (into[key] = into[key] || []).push(value);
  const fresh = () => ({answers: setOf(), complaints: setOf(), visible: setOf(), enabled: setOf(), texts: map(),
                        required: setOf(), choices: setOf(), rows: setOf()});
  const stay = () => ({then: "stay", wrongs: [], says: [], offers: [], tells: []});

  // Sentences stand once for all fields that they are said of.
  const spoken = (n, called) => form.says[n].replace("\u0003", () => called);
  form.order = Object.keys(answers);
  form.answerOf = map();
  form.order.forEach(name => {
    const a = answers[name], s = a.says || {};
    a.name = name;
    a.key = a.key || name;
    form.answerOf[a.key] = name;
    (a.buttons || []).forEach(b => { form.answerOf[b.key] = name; });  //@ question
    Object.keys(s).forEach(key => { s[key] = Array.isArray(s[key]) ? s[key].map(n => spoken(n, a.called)) : spoken(s[key], a.called); });
  });
  form.work.forEach((w, i) => Object.keys(w.names || {}).forEach(of => w.names[of].of.forEach(name => push(dependents, name, i))));
  form.order.forEach(name => {
    const a = answers[name];
    [].concat(a.seenBy || [], a.usedBy || []).forEach(key => push(underKey, key, name));
    if (a.row) push(ofTable, a.row[0], name);  //@ rows
  });

  // ---- answers ----

  const present = name => !answers[name].row || answers[name].row[1] < rows[answers[name].row[0]];
  const here = () => form.order.filter(present);
  const limit = (name, prop) => limits[name] && prop in limits[name] ? limits[name][prop] : answers[name][prop];
  const listOf = name => choices[name] || answers[name].choices || [];
  const lineOf = (name, value) => {
    const list = listOf(name), at = placeOf(list, c => c[0] === value);
    return at < 0 ? placeOf(list, c => c[1] === value) : at;
  };
  const textOfChoice = (name, held) => {
    const list = listOf(name);
    return held.lines.length ? held.lines[0] < list.length ? list[held.lines[0]][1] : held.other : "";
  };
  const allowed = (a, text) => {
    let letters = I.cased(a, text, true);
    if (!a.many) letters = letters.replace(/\r/g, "").replace(/\n/g, " ");
    return a.maxLength ? F.lettersOf(letters).slice(0, a.maxLength).join("") : letters;
  };
  const plain = said => said === null || said === undefined ? "" : String(said);
  // How one type of answer is read, written and replied.
  const types = {
    //@ if number
    number: {
      read: (a, said) => F.numberTyped(said),
      written: (a, held) => I.numberWritten(held, Math.min(20, a.worked ? a.decimals : Math.max(a.decimals, I.decimalsOf(held))), a.thousands),
      reply: (a, held) => held
    },
    //@ end
    //@ if date
    date: {
      read: (a, said) => said.length > 100 ? null : I.dayRead(said, a.pattern, I.dayMeant(limit(a.name, "earliest") || ""), I.dayMeant(limit(a.name, "latest") || "")),
      written: (a, held) => I.dayShown(held, a.pattern),
      reply: (a, held) => I.isoShown(held)
    },
    //@ end
    //@ if time
    time: {
      read: (a, said) => said.length > 100 ? null : I.timeRead(said, a.pattern),
      written: (a, held) => I.timeShown(held, a.pattern),
      reply: (a, held) => F.padded(Math.floor(held / 60), 2) + ":" + F.padded(held % 60, 2)
    },
    //@ end
    //@ if choice picks
    choice: {
      read: (a, said, name) => {
        const list = listOf(name), at = placeOf(list, c => c[1] === said);
        return at >= 0 ? {lines: [at], other: ""} : said === "" || !a.others ? null : {lines: [list.length], other: said};
      },
      written: (a, held, name) => textOfChoice(name, held),
      reply: (a, held, name) => held.lines[0] < listOf(name).length ? listOf(name)[held.lines[0]][0] : held.other
    },
    //@ end
    //@ if picks
    picks: {
      read: () => null,
      written: (a, held, name) => textOfChoice(name, held),
      reply: (a, held, name) => {
        const all = held.lines.map(line => line < listOf(name).length ? listOf(name)[line][0] : held.other);
        return a.several ? all : all[0];
      }
    },
    //@ end
    tick: {read: () => false, written: () => "", reply: (a, held) => held},  //@ tick
    question: {read: () => null, written: () => "", reply: (a, held) => a.buttons[held].value},  //@ question
    picture: {read: (a, said) => said || null, written: (a, held) => held, reply: (a, held) => held},  //@ picture
    ink: {read: (a, said) => said || null, written: (a, held) => held, reply: (a, held) => held},  //@ ink
    text: {read: (a, said) => said === "" ? null : said, written: (a, held) => held, reply: (a, held) => held}
  };
  const typeOf = name => types[answers[name].type];
  const entry = name => entries[name];
  const unread = e => e.held === null && e.typed !== "";
  const isEmpty = e => e.held === false || (e.held === null && e.typed === "");
  const typed = (name, said) => {
    const held = typeOf(name).read(answers[name], said, name);
    return {held: held, typed: held !== null || F.trim(said) !== "" ? said : ""};
  };
  const wording = name => {
    const e = entry(name);
    return e.typed || (e.held === null ? "" : plain(typeOf(name).written(answers[name], e.held, name)));
  };
  const starting = name => {
    const a = answers[name], from = plain(a.start);
    const empty = {held: a.type === "tick" ? false : null, typed: ""};
    switch (a.type) {
      case "tick": return {held: !!a.start, typed: ""};  //@ tick
      case "question": { const at = placeOf(a.buttons, b => b.start); return {held: at < 0 ? null : at, typed: ""}; }  //@ question
      case "picks": { const at = from ? lineOf(name, from) : -1; return at < 0 ? empty : {held: {lines: [at], other: ""}, typed: ""}; }  //@ picks
      //@ if choice
      case "choice": {
        const at = from ? lineOf(name, from) : -1;
        return at >= 0 ? {held: {lines: [at], other: ""}, typed: ""} : from ? typed(name, from) : empty;
      }
      //@ end
      case "number": return typeof a.start === "number" ? {held: a.start, typed: ""} : {held: null, typed: from};  //@ number
      case "date": { const day = from ? I.dayMeant(from) : null; return {held: day, typed: day === null ? from : ""}; }  //@ date
      case "time": { const at = from ? I.clockRead(from) : null; return {held: at, typed: at === null ? from : ""}; }  //@ time
      default: return from ? {held: from, typed: ""} : empty;
    }
  };

  // ---- what can be seen and changed ----

  const every = (of, keys) => (keys || []).every(key => of[key] !== false);
  const seen = a => every(shown, a.seenBy);
  const open = name => {
    const a = answers[name];
    return !a.shut && !a.worked && seen(a) && every(usable, a.usedBy);
  };
  const openButton = b => !b.shut && seen(b) && every(usable, b.usedBy);

  // ---- what is wrong ----

  const says = name => {
    const own = limits[name] || map(), as = both(answers[name].says || {});
    const put = (message, keys) => { if (own[message]) keys.forEach(key => as[key] = own[message]); };
    put("requiredMessage", ["missing"]);
    put("validMessage", ["valid"]);
    put("patternMessage", ["pattern"]);
    put("rangeMessage", ["little", "much", "early", "late", "few"]);
    if (own.rangeMessage) as.many = [own.rangeMessage];
    return as;
  };
  const limitBroken = (name, e) => {
    const a = answers[name], s = says(name), list = listOf(name);
    //@ if picks
    if (a.type === "picks") {
      const held = e.held || {lines: [], other: ""}, least = limit(name, "atLeast") || 0, most = limit(name, "atMost") || 0;
      if (a.several && held.lines.length < least) return I.put(s.few, [String(least)]);
      if (a.several && most > 0 && held.lines.length > most)
        return I.put(s.many[Math.min(held.lines.length, s.many.length - 1)], [String(most)]);
      return held.lines.some(line => line >= list.length) && F.trim(held.other) === "" ? s.other : "";
    }
    //@ end
    if (isEmpty(e)) return "";
    if (unread(e) && s.unread) return I.put(s.unread, [a.type === "date" ? I.dayShown(around.today, a.pattern) : "", I.quoted(e.typed)]);
    if (!I.judges[a.type] || e.held === null) return "";
    const value = a.type === "time" ? e.held / 1440 : e.held;
    const said = a.type === "number" ? F.trim(e.typed || types.number.written(a, e.held)) : e.held;
    return I.judges[a.type](both(a, {says: s}), prop => limit(name, prop), said, value);
  };
  const isRight = name => !(answers[name].valid || []).some(i => F.asLogical(worths[i] === undefined ? true : worths[i]) === false);
  function judge(name) {
    let sentence = "";
    const a = answers[name], mayBreak = a.worked && seen(a) && every(usable, a.usedBy) && !unread(entry(name)) && !isEmpty(entry(name));
    if (present(name) && (open(name) || mayBreak)) {
      const e = entry(name), empty = isEmpty(e);
      sentence = limit(name, "required") && empty ? says(name).missing : limitBroken(name, e);
      if (!sentence && !empty && !isRight(name)) sentence = says(name).valid;
    }
    if (sentence === (wrong[name] || "")) return;
    if (sentence) wrong[name] = sentence;
    else {
      delete wrong[name];
      said.drop(name);
    }
    changes.complaints.add(name);
  }
  function blame(name) {
    if (wrong[name] && !said.has(name)) {
      said.add(name);
      changes.complaints.add(name);
    }
  }
  const complaint = name => {
    if (told[name]) return told[name];  //@ post
    return said.has(name) ? wrong[name] || "" : "";
  };
  const wrongs = () => here().filter(name => wrong[name]).map(name => ({name: name, sentence: wrong[name]}));

  // ---- holding ----

  const keysOf = (name, before, now) => answers[name].type === "question" ?
      [before, now].filter(at => at !== null && at !== undefined).map(at => answers[name].buttons[at].key) : [answers[name].key];
  function hold(name, next) {
    const before = entry(name);
    if (before && same(before, next)) return;
    const other = !before || !same(before.held, next.held);
    entries[name] = next;
    changes.answers.add(name);
    judge(name);
    if (!other) return;
    if (told[name]) { delete told[name]; changes.complaints.add(name); }  //@ post
    keysOf(name, before && before.held, next.held).forEach(key => touched.add(key));
    (dependents[name] || []).forEach(makeDue);
  }
  //@ if reply
  const newId = () => Array.from(window.crypto.getRandomValues(new Uint8Array(16)), n => (n + 256).toString(16).slice(1)).join("");
  //@ end
  function begin() {
    form.order.forEach(name => delete entries[name]);
    [wrong, limits].forEach(one => Object.keys(one).forEach(key => delete one[key]));
    Object.keys(told).forEach(name => delete told[name]);  //@ post
    said.clear();
    id = newId();  //@ reply
    choices = map();
    Object.keys(form.tables).forEach(key => rows[key] = form.tables[key].least);
    Object.keys(form.starts).forEach(key => {
      const s = form.starts[key];
      shown[key] = s.shown !== false;
      usable[key] = s.enabled !== false;
      changes.visible.add(key);
      changes.enabled.add(key);
    });
    Object.keys(form.tables).forEach(key => changes.rows.add(key));  //@ rows
    form.order.forEach(name => { entries[name] = starting(name); changes.answers.add(name); changes.complaints.add(name); });
    form.order.forEach(judge);
    beginning = true;
    workAnew();
    beginning = false;
    touched.clear();
  }

  // ---- working out ----

  function operand(name) {
    const a = answers[name], e = entry(name);
    if (!a) return {values: [F.wrong.name]};
    if (a.worked && F.isWrong(worths[a.worked - 1])) return {values: [worths[a.worked - 1]]};
    if (a.type === "tick") return {values: [e.held]};
    if (a.type === "question") return {values: [e.held === null ? null : a.buttons[e.held].value]};  //@ question
    if (a.type === "picture" || a.type === "ink") return {values: [e.held === null ? null : true]};  //@ picture ink
    if (e.held === null) return {values: [null]};
    // Of a run of numbers each is one.
    const worthOf = one => a.numbers && isFinite(Number(one)) && one !== "" ? Number(one) : one;
    if (a.type === "picks" && a.several) return {values: types.picks.reply(a, e.held, name).map(worthOf), list: true};  //@ picks
    if (a.type === "time") return {values: [e.held / 1440]};  //@ time
    if (a.type === "choice" || a.type === "picks") return {values: [worthOf(types.choice.reply(a, e.held, name))]};  //@ choice picks
    return {values: [e.held]};
  }
  const meaning = names => {
    const of = name => {
      const m = names[name];
      if (!m) return F.wrong.name;
      if (m.column) return F.named([].concat.apply([], m.of.filter(present).map(of => operand(of).values)), true);
      const one = m.of.length ? operand(m.of[0]) : {values: [null]};
      return F.named(one.values, one.list);
    };
    of.list = name => { const list = (form.lists || [])[(names[name] || {}).list]; return list && F.listed(list.values, list.columns, list.headings); };  //@ lists
    return of;
  };
  function worth(place) {
    const w = form.work[place];
    if (w.gathers) return w.names.by ? F.one(F.named(operand(w.names.by.of[0]).values.slice(0, 1), false)) : null;  //@ gather
    const v = F.one(work[place](F, meaning(w.names)));
    return v === undefined ? null : v;
  }
  function workAnew() {
    worths.forEach((v, i) => { worths[i] = undefined; if (form.work[i].prop) makeDue(i); });
    settle();
  }
  // They are worked out in their order, each once.
  function makeDue(place) {
    if (due[place]) return;
    due[place] = true;
    ++dueCount;
    if (place < firstDue) firstDue = place;
  }
  function settle() {
    while (dueCount) {
      if (!due[firstDue]) { ++firstDue; continue; }
      const place = firstDue;
      due[place] = false;
      --dueCount;
      if (!form.work[place].prop) continue;  // of a rule: asked when something happens
      const v = worth(place);
      if (worths[place] !== undefined && same(worths[place], v) && F.isWrong(worths[place]) === F.isWrong(v)) continue;
      worths[place] = v;
      give(form.work[place], v);
    }
  }
  const textProps = ["text", "prompt", "unit", "patternMessage", "rangeMessage", "validMessage", "requiredMessage"];  //@ texts
  function give(w, v) {
    const name = w.on, prop = w.prop;
    if (answers[name] && !present(name)) return;
    if (prop === "value") putValue(name, v);
    else if (prop === "valid") judge(name);
    else if (prop === "choices") gather(name);  //@ gather
    //@ if moves
    else if (prop === "visible" || prop === "enabled") {
      const yes = F.isWrong(v) ? null : F.asLogical(v);
      const to = yes === true || yes === false ? yes : w.plain !== false;
      prop === "visible" ? reveal(name, to) : enable(name, to);
    }
    //@ end
    //@ if texts
    else if (textProps.indexOf(prop) >= 0) {
      const text = F.isWrong(v) ? v : F.asText(v), is = F.isWrong(text) ? undefined : text;
      if (prop === "text" || prop === "prompt" || prop === "unit") {
        changes.texts[name + "|" + prop] = is === undefined ? w.plain || "" : is;
        if (prop === "unit" && answers[name]) adjust(name, "unitSaid", is);
      } else adjust(name, prop, is);
    }
    //@ end
    else adjust(name, prop, I.propertyFrom(prop, v));
    if (prop === "runFrom" || prop === "runTo" || prop === "runStep") gather(name);  //@ gather
  }
  function adjust(name, prop, value) {
    const own = limits[name] = limits[name] || map(), before = limit(name, prop);
    if (value === undefined) delete own[prop];
    else own[prop] = value;
    if (same(before, limit(name, prop))) return;
    if (prop === "required") changes.required.add(name);
    judge(name);
  }
  //@ if gather
  // The numbers of a run, as texts.
  function numbers(from, to, step) {
    const all = [], size = Math.abs(step);
    if (!isFinite(from) || !isFinite(to) || !isFinite(size) || size === 0) return all;
    const factor = Math.pow(10, Math.min(15, Math.max(I.decimalsOf(from), I.decimalsOf(size)))), way = to < from ? -size : size;
    const last = Math.floor(Math.abs(to - from) / size + 1e-9);
    for (let i = 0; i <= last && i < 10000; ++i) {
      const text = String(Math.round((from + i * way) * factor) / factor);
      all.push([text, text]);
    }
    return all;
  }
  // Fills a field's choices from where they come. A choice that is no longer offered is no answer any more.
  function gather(name) {
    const a = answers[name], g = a.gather;
    if (!g) return;
    let next = g.run ? numbers(+limit(name, "runFrom") || 0, +limit(name, "runTo") || 0, limit(name, "runStep") === undefined ? 1 : +limit(name, "runStep")) : g.all;
    if (g.by) {
      const place = placeOf(form.work, w => w.gathers && w.on === name), v = F.asText(worths[place] === undefined ? null : worths[place]);
      const group = F.isWrong(v) ? "" : v;
      next = next.filter(c => c[0] === group).map(c => [c[1], c[1]]);
    }
    const before = listOf(name);
    if (same(before, next) && !beginning) return;
    const held = entry(name);
    choices[name] = next;
    changes.choices.add(name);
    changes.answers.add(name);
    if (beginning) return hold(name, starting(name));
    if (!held || !held.held) return;
    if (a.type === "choice" && held.held.lines[0] >= before.length) return hold(name, {held: {lines: [next.length], other: held.held.other}, typed: ""});
    const lines = [];
    held.held.lines.forEach(line => {
      const at = line >= before.length ? next.length : placeOf(next, c => c[1] === before[line][1]);
      if (at >= 0) lines.push(at);
    });
    lines.sort((x, y) => x - y);
    hold(name, {held: lines.length ? {lines: lines, other: held.held.other} : null, typed: ""});
  }
  //@ end
  // To fifteen digits; a sign before a number is not read everywhere.
  const near = n => n < 0 ? -near(-n) : Number(n.toPrecision(15));
  function entryFrom(name, v) {
    const a = answers[name], bad = error => ({held: null, typed: error.text}), none = {held: a.type === "tick" ? false : null, typed: ""};
    if (F.isWrong(v)) return bad(v);
    if (v === null) return none;
    if (a.type === "number" || a.type === "date" || a.type === "time") {
      const n = F.asNumber(v);
      if (F.isWrong(n)) return bad(a.type === "number" ? n : F.wrong.value);
      if (a.type === "number") return {held: F.call("ROUND", [near(n), a.decimals]), typed: ""};
      if (a.type === "date") return F.dayOf(Math.floor(n)) ? {held: Math.floor(n), typed: ""} : bad(F.wrong.value);
      return Math.abs(n) > 1e9 ? bad(F.wrong.value) : {held: Math.round((n - Math.floor(n)) * 1440) % 1440, typed: ""};
    }
    if (a.type === "tick") {
      const on = F.asLogical(v);
      return F.isWrong(on) ? bad(on) : {held: on, typed: ""};
    }
    const as = F.asText(v), text = F.isWrong(as) ? "" : as;
    if (text === "") return none;
    if (a.type === "text") return {held: allowed(a, text), typed: ""};
    return given(name, text) || {held: null, typed: text};
  }
  function putValue(name, v) {
    const a = answers[name];
    if (!a || !present(name)) return;
    if (a.type !== "question") return hold(name, entryFrom(name, v));
    const text = F.isWrong(v) ? null : F.asText(v);
    const at = F.isWrong(text) ? -1 : placeOf(a.buttons, b => b.value === text || b.text === text);
    hold(name, {held: at < 0 ? null : at, typed: ""});
  }
  // What a reply or a draft gives; null for what is no value of the field.
  function given(name, value) {
    const a = answers[name];
    if (value === null || value === undefined) return {held: a.type === "tick" ? false : null, typed: ""};
    switch (a.type) {
      case "tick": return {held: value === true, typed: ""};  //@ tick
      case "question": { const at = placeOf(a.buttons, b => b.value === value || b.text === value); return at < 0 ? null : {held: at, typed: ""}; }  //@ question
      case "number": return typeof value === "number" ? {held: value, typed: ""} : typed(name, String(value));  //@ number
      //@ if picks
      case "picks": {
        const held = {lines: [], other: ""};
        for (const one of [].concat(value)) {
          let line = lineOf(name, one);
          if (line < 0 && !a.others) return null;
          if (line < 0) { line = listOf(name).length; held.other = one; }
          if (held.lines.indexOf(line) < 0) held.lines.push(line);
        }
        held.lines.sort((x, y) => x - y);
        return {held: held.lines.length ? held : null, typed: ""};
      }
      //@ end
      //@ if choice
      case "choice": {
        const line = lineOf(name, String(value));
        return line >= 0 ? {held: {lines: [line], other: ""}, typed: ""} : typed(name, String(value));
      }
      //@ end
      case "text": return {held: allowed(a, String(value)) || null, typed: ""};
      default: { const e = typed(name, String(value)); return unread(e) ? e : {held: e.held, typed: ""}; }
    }
  }
  const judgeUnder = key => (underKey[key] || []).forEach(judge);
  function reveal(key, yes) {
    if ((shown[key] !== false) === yes) return;
    shown[key] = yes;
    changes.visible.add(key);
    judgeUnder(key);
  }
  function enable(key, yes) {
    if ((usable[key] !== false) === yes) return;
    usable[key] = yes;
    changes.enabled.add(key);
    judgeUnder(key);
  }

  // ---- reacting ----

  function done() {
    settle();
    if (!reacting && !quiet) react();
  }
  const holds = rule => rule.condition === undefined || F.asLogical(worth(rule.condition)) === true;
  //@ if rules
  function raise(when, key, pressed) {
    const rules = form.rules[key];
    const asked = rules ? rules.list.filter(r => r.when === when && (r.key || "") === (pressed || "") && holds(r)) : [];
    asked.forEach(r => later.push({steps: r.steps, next: 0}));
    return asked.length > 0;
  }
  //@ end
  const raises = (when, key, pressed) => {
    let any = false;
    any = raise(when, key, pressed);  //@ rules
    return any;
  };
  //@ if rules
  const complete = a => {
    const e = entry(a.name);
    if (isEmpty(e) || unread(e)) return false;
    if (a.type === "date" && e.typed && !I.isWholeDay(e.typed, a.pattern, I.dayMeant(limit(a.name, "earliest") || ""), I.dayMeant(limit(a.name, "latest") || ""))) return false;  //@ date
    if (a.type === "time" && e.typed && !I.isWholeTime(e.typed, a.pattern)) return false;  //@ time
    if (a.type === "text") return !!a.maxLength && F.lettersOf(e.held).length >= a.maxLength;
    if (a.type === "picks") { const most = a.several ? limit(a.name, "atMost") || 0 : 1; return most > 0 && e.held.lines.length >= most; }
    return ["choice", "date", "time", "tick", "question"].indexOf(a.type) >= 0;
  };
  //@ end
  //@ if rules
  function askTouched() {
    const order = key => form.rules[key] ? form.rules[key].n : 0;
    const keys = touched.list().sort((x, y) => order(x) - order(y));
    touched.clear();
    keys.forEach(key => {
      const a = answers[form.answerOf[key]];
      if (!a) return;
      if (a.type === "question" && a.key !== key) raise("changed", a.key);
      if (!form.rules[key]) return;
      raise("changed", key);
      const at = a.type === "question" ? placeOf(a.buttons, b => b.key === key) : -1, held = entry(a.name).held;
      if (a.type === "question") raise(held === at ? "ticked" : "unticked", key);
      if (a.type === "tick") raise(held ? "ticked" : "unticked", key);
      if (a.type === "question" ? held === at : complete(a)) raise("complete", key);
    });
  }
  //@ end
  function react() {
    reacting = true;
    //@ if rules
    while (!waiting) {
      if (pending.length) {
        const now = pending[pending.length - 1];
        if (now.next === now.steps.length) { pending.pop(); continue; }
        const step = now.steps[now.next++];
        if (++reactions > mostReactions) {
          pending = [];
          later = [];
          touched.clear();
          break;
        }
        doStep(step);
        settle();
      } else if (later.length) pending.push(later.shift());
      else if (touched.list().length) askTouched();
      else break;
    }
    //@ end
    reacting = false;
    if (!waiting) reactions = 0;
  }
  //@ if rules
  function stop(then) {
    outcome.then = then;
    pending = [];
    later = [];
    touched.clear();
  }
  function doStep(s) {
    const v = s.with === undefined ? null : worth(s.with), as = F.isWrong(v) ? v : F.asText(v), text = F.isWrong(as) ? as.text : as;
    switch (s.does) {
      case "turn": outcome.turns = outcome.cursor = s.key; break;
      case "show": reveal(s.key, true); break;
      case "hide": reveal(s.key, false); break;
      case "turnOver": reveal(s.key, shown[s.key] === false); break;
      case "enable": enable(s.key, true); break;
      case "disable": enable(s.key, false); break;
      case "set": if (s.answer) putValue(s.answer, v); break;
      case "clear": clear(s.answers); break;
      case "cursor": outcome.cursor = s.key; break;
      case "say": outcome.says.push(text); break;
      case "ask": outcome.asks = text; waiting = s; break;
      case "accept": case "acceptAndGoOn": {
        const list = wrongs();
        if (list.length) {
          stop("stay");
          notAccepted(list);
        } else if (s.does === "accept") stop("accepted");
        else {
          outcome.reply = reply();  //@ reply
          around.goesOn(changes);   //@ fields
          id = newId();  //@ reply
          clear();
          outcome.then = "goesOn";
          outcome.cursor = "";
        }
        break;
      }
      case "leave": stop("left"); break;
      case "putAway": stop("putAway"); break;
      case "addRow": changeRows(s.key, 1); break;  //@ rows
      case "removeRow": changeRows(s.key, -1); break;  //@ rows
      case "tell": outcome.tells.push(text); break;
      case "address": case "letter": outcome.offers.push({letter: s.does === "letter", to: text}); break;
    }
  }
  //@ end
  function notAccepted(list) {
    outcome.wrongs = list;
    list.forEach(w => blame(w.name));
    outcome.cursor = answers[list[0].name].key;
  }
  function clear(names) {
    if (!names) begin();
    else names.filter(name => present(name) && !answers[name].worked).forEach(name => {
      if (said.drop(name)) changes.complaints.add(name);
      hold(name, starting(name));
    });
  }
  //@ if rows
  function changeRows(key, by) {
    const table = form.tables[key], to = rows[key] + by;
    if (to < table.least || to > table.most) return false;
    const before = rows[key];
    rows[key] = to;
    (ofTable[key] || []).filter(name => answers[name].row[1] === Math.min(before, to)).forEach(name => {
      entries[name] = starting(name);
      said.drop(name);
      changes.answers.add(name);
      changes.complaints.add(name);
      judge(name);
    });
    changes.rows.add(key);
    workAnew();
    return true;
  }
  //@ end
  // Values for those names that `may` takes, in the order of the route; no rule is asked before all are there.
  function takeAll(values, may) {
    quiet = true;
    //@ if rows
    Object.keys(form.tables).forEach(key => (ofTable[key] || []).forEach(name => {
      while (values[name] !== undefined && !present(name) && changeRows(key, 1)) {}
    }));
    //@ end
    here().forEach(name => {
      if (values[name] === undefined || answers[name].worked || !may(name)) return;
      const e = given(name, values[name]);
      if (e) hold(name, e);
      settle();
    });
    quiet = false;
  }
  // An act of the filler: what it comes to, and what it has changed.
  function act(work) {
    changes = fresh();
    outcome = stay();
    work();
    return {outcome: outcome, changes: changes};
  }
  const put = (name, next) => act(() => { if (open(name)) { hold(name, next); done(); } });
  //@ if number date time
  const stepOf = (name, by) => {
    const a = answers[name], held = entry(name).held;
    const within = (value, least, most) => {
      if (most !== null && most !== undefined && value > most) value = most;
      return least !== null && least !== undefined && value < least ? least : value;
    };
    if (a.type === "number") {
      const size = a.step === undefined ? 1 : a.step, least = limit(name, "least"), most = limit(name, "most");
      const to = (held === null ? Math.max(0, (least || 0) - size) : held) + by * size;
      const factor = Math.pow(10, Math.min(15, Math.max(I.decimalsOf(size), held === null ? 0 : I.decimalsOf(held), a.decimals)));
      const near = Math.round(to * factor) / factor;
      return within(Math.abs(to) < 1e15 ? near : to, least, most);
    }
    if (a.type === "time") {
      const size = Math.max(1, a.stepMinutes || 1), from = I.clockRead(limit(name, "earliestTime") || "00:00"), to = I.clockRead(limit(name, "latestTime") || "23:59");
      let next = held === null ? from > 0 ? from : 480 : held + by * size;
      if (held !== null && held % size) next = (by > 0 ? Math.floor(held / size) + 1 : Math.floor(held / size)) * size;
      return within(Math.min(1439, Math.max(0, next)), from, to);
    }
    const from = I.dayMeant(limit(name, "earliest") || ""), to = I.dayMeant(limit(name, "latest") || "");
    return within(held === null ? around.today : held + by, from, to);
  };

  //@ end
  // The reply as the file that Brindel reads: names with dots stand in groups.
  const answer = name => {
    const a = answers[name], e = entry(name);
    if (a.worked && unread(e)) return null;
    if (unread(e)) return e.typed;
    if (e.held === null) return a.several ? [] : null;
    return typeOf(name).reply(a, e.held, name);
  };
  //@ if reply
  const isoNow = () => {
    const now = new Date(), two = n => F.padded(n, 2), off = -now.getTimezoneOffset(), size = Math.abs(off);
    return now.getFullYear() + "-" + two(now.getMonth() + 1) + "-" + two(now.getDate()) + "T" + two(now.getHours()) + ":" +
        two(now.getMinutes()) + ":" + two(now.getSeconds()) + (off < 0 ? "-" : "+") + two(Math.floor(size / 60)) + ":" + two(size % 60);
  };
  function reply() {
    const values = map();
    here().forEach(name => {
      const path = answers[name].path || [name];
      let group = values;
      path.slice(0, -1).forEach(part => group = group[part] = group[part] || map());
      group[path[path.length - 1]] = answer(name);
    });
    return printed({form: form.name, version: form.version, id: id, filled: isoNow(), values: values}, "") + "\n";
  }
  function numberPrinted(x) {
    if (x === Math.floor(x) && Math.abs(x) < 1e15) return String(x);
    const parts = x.toExponential().split("e"), power = Number(parts[1]);
    return power >= -4 && power < 16 ? String(x) : parts[0] + "e" + (power < 0 ? "-" : "+") + F.padded(Math.abs(power), 2);
  }
  // As Brindel prints it (core/file/json_text): lists of plain values on one line.
  function printed(value, indent) {
    if (Array.isArray(value)) return "[" + value.map(one => JSON.stringify(one)).join(", ") + "]";
    if (typeof value === "number") return numberPrinted(value);
    if (value === null || typeof value !== "object") return JSON.stringify(value);
    const keys = Object.keys(value), inner = indent + "  ";
    return keys.length ? "{\n" + keys.map(key => inner + JSON.stringify(key) + ": " + printed(value[key], inner)).join(",\n") + "\n" + indent + "}" : "{}";
  }
  //@ end

  return {
    // `values` are those that it holds already: it goes on, and does not begin.
    opened: values => act(() => {
      begin();
      takeAll(values || map(), () => true);
      touched.clear();
      raises("opens", "form");
      react();
    }),
    type: (name, text) => act(() => {
      const a = answers[name];
      if (!open(name) || waiting) return;
      changes.answers.add(name);
      //@ if picks
      if (a.type === "picks") {
        const before = entry(name).held, other = listOf(name).length, held = {lines: before ? before.lines.slice() : [], other: text};
        if (!a.others) return;
        if (!a.several && text) held.lines = [];
        if (text && held.lines.indexOf(other) < 0) held.lines.push(other);
        hold(name, {held: held.lines.length ? held : null, typed: ""});
        return done();
      }
      //@ end
      hold(name, typed(name, a.type === "text" ? allowed(a, text) : text));
      done();
    }),
    tick: (name, on) => put(name, {held: on, typed: ""}),  //@ tick
    choose: (name, at) => act(() => { if (open(name) && (at === null || openButton(answers[name].buttons[at]))) { hold(name, {held: at, typed: ""}); done(); } }),  //@ question
    //@ if picks
    pick: (name, lines) => {
      const before = entry(name).held, other = listOf(name).length;
      const held = {lines: lines.slice().sort((x, y) => x - y), other: before && lines.indexOf(other) >= 0 ? before.other : ""};
      return put(name, {held: lines.length ? held : null, typed: ""});
    },
    //@ end
    pickDay: (name, iso) => { const day = F.isoDay(iso); return day === null ? act(() => {}) : put(name, {held: day, typed: ""}); },  //@ date
    step: (name, by) => act(() => { if (open(name)) { hold(name, {held: stepOf(name, by), typed: ""}); done(); } }),  //@ number date time
    // `stays` when only what was typed is taken, and the cursor may still be there.
    leave: (name, stays) => act(() => {
      if (!present(name)) return;
      const e = entry(name);
      let begun = false, any = false;
      begun = form.rules[answers[name].key] && !complete(answers[name]);  //@ rules
      changes.answers.add(name);
      if (e.typed !== "" && !unread(e)) hold(name, {held: e.held, typed: ""});
      if (!isEmpty(entry(name))) blame(name);
      // More could have been typed: now it is whole.
      any = begun && complete(answers[name]) && !waiting && raise("complete", answers[name].key);  //@ rules
      if ((!waiting && !stays && raises("left", answers[name].key)) || any) react();
    }),
    //@ if rules
    event: (when, key, pressed) => {
      let any = false;
      const result = act(() => { if (!waiting && raise(when, key, pressed)) { any = true; react(); } });
      result.any = any;
      return result;
    },
    //@ end
    press: key => act(() => {
      if (waiting) return;
      if (raises("pressed", key)) return react();
      const role = form.buttons[key].role;
      if (role === "accept") {
        const list = wrongs();
        if (list.length) notAccepted(list);
        else outcome.then = "accepted";
      } else if (role === "clear") {
        clear();
        outcome.cursor = "";
        outcome.turns = "";
      } else if (role === "cancel") {
        const ruled = raises("closes", "form");
        react();
        if (!ruled) outcome.then = "left";
      } else if (role === "next" || role === "back") outcome.turnsBy = role === "next" ? 1 : -1;
    }),
    //@ if rules
    answered: yes => act(() => {
      if (!waiting) return;
      pending.push({steps: yes ? waiting.yes : waiting.no, next: 0});
      waiting = null;
      react();
    }),
    //@ end
    accept: () => act(() => {
      const list = wrongs();
      if (list.length) notAccepted(list);
      else outcome.then = "accepted";
    }),
    // What whoever took the answers finds wrong is said until they are changed.
    //@ if post
    refused: list => act(() => list.forEach(([name, sentence]) => {
      if (!answers[name] || !present(name)) return;
      told[name] = sentence;
      changes.complaints.add(name);
    })),
    //@ end
    changeRows: (key, by) => act(() => { if (changeRows(key, by)) done(); }),  //@ rows
    //@ if draft fields
    take: values => act(() => {
      takeAll(values, open);
      done();
      outcome = stay();
      waiting = null;
      pending = [];
    }),
    //@ end
    id: () => id, entry: entry, wording: wording, answer: answer, choicesOf: listOf, lineOf: lineOf, complaint: complaint, wrongs: wrongs,
    reply: reply,  //@ reply
    open: open, openButton: openButton, seen: key => shown[key] !== false, usable: keys => every(usable, keys),
    required: name => !!limit(name, "required"), least: (name, prop) => limit(name, prop),
    rowCount: key => rows[key], present: present, order: here, listens: name => !!(dependents[name] || form.rules[answers[name].key]), asking: () => waiting !== null,
    lettersLeft: name => answers[name].maxLength - F.lettersOf(wording(name)).length
  };
}
