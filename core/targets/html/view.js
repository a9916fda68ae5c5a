// The page and its session: what is done in the page goes to the session, what has changed there is shown here.
function brindelView(session, form, I) {
  const $ = id => document.getElementById(id);
  const answers = form.answers, words = form.words, main = document.querySelector("main"), sheet = $("brindel-form");
  const box = key => $(key + "-f") || $(key);
  const make = (tag, about, text) => {
    const e = document.createElement(tag);
    Object.keys(about || {}).forEach(name => e.setAttribute(name, about[name]));
    if (text) e.textContent = text;
    return e;
  };
  let handedIn = false, draftTimer = 0;
  //@ if post
  let sending = false, sent = "";
  const toSend = [];  // replies of a form that goes on, while one is on its way
  //@ end
  const map = () => Object.create(null);
  const queue = [];
  const underKey = Object.create(null), groups = Object.create(null);
  form.order.forEach(name => (answers[name].usedBy || []).forEach(key => (underKey[key] = underKey[key] || []).push(name)));
  const buttonsUnder = key => Object.keys(form.buttons).filter(one => (form.buttons[one].usedBy || []).indexOf(key) >= 0);

  // ---- how wide it is ----

  // Columns need more room where letters are larger than the reader's browser has them by itself.
  const wide = $("brindel-wide"), from = parseFloat(/([\d.]+)em/.exec(wide.media)[1]);
  function measured(size, by) {
    const probe = make("div");
    document.documentElement.append(probe);
    probe.style.position = "absolute";
    probe.style.fontSize = size;
    probe.style.width = by;
    const w = probe.getBoundingClientRect().width;
    probe.remove();
    return w;
  }
  function fit() {
    const by = measured("medium", "10rem") / measured("medium", "10em");
    const media = "print,(min-width:" + from * by + "em)";
    const root = document.documentElement;
    if (wide.media !== media) wide.media = media;
    if (root.scrollWidth > root.clientWidth) wide.media = "print";
  }

  // ---- what is shown ----

  function setText(e, text) { if (e && e.value !== text) e.value = text; }
  function refresh(name) {
    const a = answers[name], e = $(a.key), entry = session.entry(name);
    if (!e) return;
    if (a.type === "question") return a.buttons.forEach((b, i) => { $(b.key).checked = entry.held === i; });  //@ question
    if (a.type === "tick") { e.checked = !!entry.held; return; }  //@ tick
    //@ if picks
    if (e.tagName === "FIELDSET") {
      const lines = entry.held ? entry.held.lines : [];
      ticksOf(e).forEach((tick, i) => { tick.checked = lines.indexOf(i) >= 0; });
      const other = $(a.key + "-other");
      if (other) setText(other, entry.held ? entry.held.other : "");
      return;
    }
    //@ end
    const said = session.wording(name);
    //@ if choice picks
    if (e.tagName === "SELECT") {
      const at = a.type === "picks" ? entry.held ? entry.held.lines[0] : -1 : Array.from(e.options).findIndex(o => o.value === said);
      e.selectedIndex = a.type === "choice" && at < 0 ? 0 : at;
    } else
    //@ end
    if (e.tagName === "OUTPUT") {
      if (e.textContent !== said) e.textContent = said;
    }
    else if (a.type === "picture") showPicture(a, said);  //@ picture
    else if (a.type === "ink") showInk(a, said);  //@ ink
    else setText(e, said);
    if ($(a.key + "-left")) countLetters(name, $(a.key + "-left"));  //@ lettersLeft
  }
  const ticksOf = e => groups[e.id] = groups[e.id] || Array.from(e.querySelectorAll("input[type=checkbox],input[type=radio]"));
  function countLetters(name, left) {
    const n = session.lettersLeft(name);
    left.textContent = n <= words.lettersLeft.length - 1 && n >= 0 ? words.lettersLeft[n] : "";
  }
  // What is wrong stands below its field, and is read out with it.
  function complain(name) {
    const a = answers[name], said = session.complaint(name), e = $(a.type === "question" ? a.buttons[0].key : a.key), id = a.key + "-wrong";
    if (!e) return;
    const around = e.closest(".f");
    let place = $(id);
    if (!place && !said) return;
    const marked = a.type === "question" ? a.buttons.map(b => $(b.key)) : [e];
    if (!place) {
      place = make("span", {"class": "wrong", id: id});
      around.append(place);
      marked.forEach(one => one.setAttribute("aria-describedby", ((one.getAttribute("aria-describedby") || "") + " " + id).trim()));
    }
    if (place.textContent !== said) place.textContent = said;
    around.classList.toggle("is-wrong", !!said);
    if (e.tagName === "FIELDSET") return;
    marked.forEach(one => said ? one.setAttribute("aria-invalid", "true") : one.removeAttribute("aria-invalid"));
  }
  function enable(name) {
    const a = answers[name], e = $(a.key);
    if (!e || a.shut && e.hasAttribute("readonly")) return;
    const on = session.usable(a.usedBy) && !a.shut;
    if (a.type === "question") a.buttons.forEach(b => { $(b.key).disabled = !(session.usable(b.usedBy) && !b.shut); });
    else if (e.tagName === "OUTPUT") return;
    else e.disabled = !on;
    const other = $(a.key + "-other");
    if (other) other.disabled = !on;
  }
  function choose(name) {
    const a = answers[name], e = $(a.key), list = session.choicesOf(name);
    const into = e.tagName === "SELECT" ? e : $(a.key + "-list");
    if (e.tagName === "FIELDSET") return;
    const keep = e.tagName === "SELECT" && a.type === "choice" ? 1 : 0;
    while (into.children.length > keep) into.lastChild.remove();
    list.forEach(c => into.append(make("option", {value: c[1]}, e.tagName === "SELECT" ? c[1] : "")));
  }
  function reword(key, what, text) {
    const e = $(key);
    if (what === "unit") { const unit = $(answers[key] ? answers[key].key + "-unit" : key + "-unit"); if (unit) unit.textContent = text; }
    else if (what === "prompt") { if (e.tagName === "SELECT") e.options[0].textContent = text; else e.placeholder = text; }
    else { const place = $(key + "-words") || e; if (place) place.textContent = text; }
  }
  function require(name) {
    const a = answers[name], e = $(a.key), on = session.required(name);
    if (e && "required" in e && e.type !== "file") e.required = on;
    const label = document.querySelector('label[for="' + a.key + '"]') || (a.type === "tick" && $(a.key + "-words"));
    if (!label || !words.mark) return;
    const mark = label.querySelector(".mark");
    if (on && !mark) label.append(make("span", {"class": "mark", "aria-hidden": "true"}, words.mark));
    if (!on && mark) mark.remove();
  }
  function showRows(key) {
    const rows = Array.from($(key).querySelectorAll("tbody > tr")), count = session.rowCount(key);
    rows.forEach((row, i) => { row.hidden = i >= count; });
    $(key + "-add").hidden = count >= form.tables[key].most;
    $(key + "-remove").hidden = count <= form.tables[key].least;
  }
  function show(changes) {
    changes.choices.forEach(choose);  //@ gather
    changes.answers.forEach(refresh);
    //@ if moves
    changes.visible.forEach(key => {
      const e = box(key), tab = $(key + "-tab");
      if (e && !tab) e.hidden = !session.seen(key);
      if (tab) tab.hidden = !session.seen(key);
    });
    changes.enabled.forEach(key => {
      (underKey[key] || []).forEach(enable);
      buttonsUnder(key).forEach(one => { $(one).disabled = !session.usable(form.buttons[one].usedBy); });
    });
    //@ end
    Object.keys(changes.texts).forEach(both => reword(both.slice(0, both.lastIndexOf("|")), both.slice(both.lastIndexOf("|") + 1), changes.texts[both]));  //@ texts
    changes.required.forEach(require);  //@ required
    changes.rows.forEach(showRows);  //@ rows
    changes.complaints.forEach(complain);
  }

  // ---- messages, one after the other ----

  function message(said, choices) {
    queue.push([said, choices]);
    if (queue.length === 1) next();
  }
  function next() {
    if (!queue.length) return;
    const [said, choices] = queue[0], dialog = $("brindel-message"), place = $("brindel-answers");
    const before = document.activeElement;
    $("brindel-said").textContent = said;
    place.replaceChildren();
    const done = act => {
      dialog.onclose = null;
      dialog.close();
      queue.shift();
      if (before && before.focus) before.focus();
      if (act) act();
      next();
    };
    choices.forEach(([text, act], i) => {
      const b = make("button", {type: "button", "class": i ? "button" : "button main"}, text);
      b.addEventListener("click", () => done(act));
      place.append(b);
    });
    dialog.onclose = () => done(choices[choices.length - 1][1]);
    dialog.showModal();
  }
  const tell = said => message(said, [[words.ok]]);
  const put = (sentence, what) => I.put(sentence, [what, ""]);

  // ---- what an act has come to ----

  function follow(result) {
    show(result.changes);
    const o = result.outcome;
    if (o.turns) reveal(o.turns);  //@ tabs
    if (o.turns === "") Object.keys(form.tabs).forEach(key => turn(key, form.tabs[key][0]));  //@ tabs
    if (o.cursor !== undefined) focusOn(o.cursor);
    //@ if rules
    o.tells.forEach(what => document.dispatchEvent(new CustomEvent("brindel-told", {detail: what})));
    if (o.then === "goesOn") handIn(o.reply, true);
    o.says.forEach(tell);
    o.offers.forEach(offer => message(put(offer.letter ? words.letter : words.address, offer.to), [
      [words.yes, () => { if (offer.letter) window.location.href = "mailto:" + offer.to; else if (/^https?:/i.test(offer.to)) window.open(offer.to, "_blank", "noopener"); }],
      [words.no]
    ]));
    if (o.asks !== undefined) message(o.asks, [[words.yes, () => follow(session.answered(true))], [words.no, () => follow(session.answered(false))]]);
    //@ end
    if (o.then === "accepted") handIn(session.reply());
    if (o.then === "left" || o.then === "putAway") tell(words.left);
    keepDraft();  //@ draft
    return result;
  }
  function save(reply) {
    const file = form.name + ".json", link = make("a", {download: file});
    const address = URL.createObjectURL(new Blob([reply], {type: "application/json"}));
    link.href = address;
    document.body.append(link);
    link.click();
    link.remove();
    window.setTimeout(() => URL.revokeObjectURL(address), 60000);
    accepted();
    tell(put(words.saved, file));
  }
  function accepted() {
    handedIn = true;
    dropDraft();  //@ draft
  }
  // `goesOn` when the form is cleared for the next one already.
  function handIn(reply, goesOn) {
    if (!form.post) return save(reply);
    //@ if post
    if (sending) return goesOn && toSend.push(reply);
    if (sent && !goesOn) return thanked();
    sending = true;
    sheet.setAttribute("aria-busy", "true");
    const status = $("brindel-status"), stop = new AbortController(), late = window.setTimeout(() => stop.abort(), 30000);
    status.textContent = words.sending;
    const headers = {"Content-Type": "application/json", "Accept": "application/json, application/problem+json"};
    // Others than whoever serves the page must allow what they are sent beside the reply; the id stands in it as well.
    const here = new URL(form.post, window.location.href).origin === window.location.origin;
    if (here) headers["Idempotency-Key"] = '"' + JSON.parse(reply).id + '"';
    window.fetch(form.post, {method: "POST", headers: headers, body: reply, credentials: "same-origin", signal: stop.signal})
        .then(answer => answer.text().then(text => [answer, text]))
        .then(([answer, text]) => {
          let said = null;
          try { said = JSON.parse(text); } catch (e) {}
          return [answer.ok, said && typeof said === "object" ? said : {}];
        }, () => [false, {}])
        .then(([ok, said]) => {
          window.clearTimeout(late);
          sending = false;
          sheet.removeAttribute("aria-busy");
          status.textContent = "";
          if (ok) {
            accepted();
            const told = typeof said.reply === "number" ? put(words.sentAs, String(said.reply)) : words.sent;
            if (goesOn) tell(told);
            else { sent = told; thanked(); }
            return toSend.length && handIn(toSend.shift(), true);
          }
          if (!goesOn && Array.isArray(said.errors) && blamed(said.errors)) return tell(words.refused);
          const why = typeof said.detail === "string" && said.detail ? "\n" + said.detail.slice(0, 500) : "";
          message(words.notSent + why, [[words.again2, () => handIn(reply, goesOn)], [words.saveFile, () => save(reply)], [words.ok]]);
        });
    //@ end
  }
  //@ if post
  // What was wrong is said beside the answers, as RFC 9457 has it: by pointers into the reply, or by names.
  function blamed(errors) {
    const under = map();
    session.order().forEach(name => { under["#/values/" + (answers[name].path || [name]).map(part => encodeURIComponent(part.replace(/~/g, "~0").replace(/\//g, "~1"))).join("/")] = name; });
    const list = errors.map(e => e && typeof e.detail === "string" ? [typeof e.name === "string" && answers[e.name] ? e.name : under[e.pointer], e.detail.slice(0, 500)] : [])
        .filter(([name]) => name);
    if (list.length) {
      follow(session.refused(list));
      focusOn(answers[list[0][0]].key);
    }
    return list.length;
  }
  // What was sent is sent once: a press begins anew.
  const thanked = () => message(sent, [[words.another, () => {
    handedIn = false;
    sent = "";
    Object.keys(form.tabs).forEach(key => turn(key, form.tabs[key][0]));  //@ tabs
    follow(session.opened());
    focusOn(form.dialog && form.startsIn ? form.startsIn : "");
  }], [words.ok]]);
  //@ end

  //@ if tabs
  // ---- pages of tabs ----

  function turn(key, page) {
    const pages = form.tabs[key];
    pages.forEach((one, i) => {
      const tab = $(one + "-tab"), on = one === page;
      $(one).hidden = !on;
      if (tab) {
        tab.setAttribute("aria-selected", String(on));
        tab.tabIndex = on ? 0 : -1;
      }
      if (on && $(key + "-step")) $(key + "-step").textContent = I.put(words.step, [String(i + 1), String(pages.length)]);
    });
    const at = pages.indexOf(page);
    if ($(key + "-back")) $(key + "-back").hidden = at === 0;
    if ($(key + "-next")) $(key + "-next").hidden = at === pages.length - 1;
    fit();
  }
  const shownPage = key => form.tabs[key].find(page => !$(page).hidden);
  function reveal(key) {
    for (let e = box(key); e; e = e.parentElement)
      Object.keys(form.tabs).forEach(tabs => { if (form.tabs[tabs].indexOf(e.id) >= 0) turn(tabs, e.id); });
  }
  function turnBy(from, by) {
    const around = $(from).closest(".tabs") || document.querySelector(".tabs");
    if (!around) return;
    const pages = form.tabs[around.id], at = pages.indexOf(shownPage(around.id)) + by;
    const page = pages[Math.min(pages.length - 1, Math.max(0, at))];
    turn(around.id, page);
    focusOn(page);
  }
  //@ end
  const stops = "input:not([type=hidden]):not([tabindex='-1']),select,textarea,button,output[tabindex]";
  function focusOn(key) {
    let e = key === "" ? sheet : $(key);
    if (!e) return;
    if (key) reveal(key);  //@ tabs
    if (!e.matches(stops) || e.disabled) e = Array.from(e.querySelectorAll(stops)).find(one => !one.disabled && one.offsetParent && !one.closest("[hidden]")) || e;
    if (e.focus) e.focus();
  }
  //@ if tabs
  function makeTabs(key) {
    const around = $(key), pages = form.tabs[key];
    //@ if steps
    if (form.steps) {
      around.prepend(make("p", {"class": "step", id: key + "-step", "aria-live": "polite"}));
      const bar = make("div", {"class": "buttons step-buttons"});
      const has = role => Object.keys(form.buttons).some(b => form.buttons[b].role === role && around.contains($(b)));
      [["back", -1, words.back], ["next", 1, words.next]].forEach(([role, by, text]) => {
        if (has(role)) return;
        const b = make("button", {type: "button", "class": "button", id: key + "-" + role}, text);
        b.addEventListener("click", () => turnBy(key, by));
        bar.append(b);
      });
      if (bar.children.length) around.append(bar);
    } else
    //@ end
    {
      const list = make("div", {role: "tablist", "class": "tab-list", "aria-label": sheet.getAttribute("aria-label")});
      pages.forEach(page => {
        const title = $(page + "-title");
        const tab = make("button", {type: "button", role: "tab", id: page + "-tab", "aria-controls": page, "class": "tab"}, title.textContent);
        tab.addEventListener("click", () => turn(key, page));
        list.append(tab);
        title.hidden = true;
        $(page).setAttribute("role", "tabpanel");
        $(page).setAttribute("aria-labelledby", page + "-tab");
      });
      list.addEventListener("keydown", e => {
        const open = pages.filter(page => !$(page + "-tab").hidden), at = open.indexOf(shownPage(key));
        const back = getComputedStyle(list).direction === "rtl" ? "ArrowRight" : "ArrowLeft";
        const to = e.key === "Home" ? 0 : e.key === "End" ? open.length - 1 :
            e.key === back ? (at + open.length - 1) % open.length :
            e.key === "ArrowLeft" || e.key === "ArrowRight" ? (at + 1) % open.length : -1;
        if (to < 0) return;
        e.preventDefault();
        turn(key, open[to]);
        $(open[to] + "-tab").focus();
      });
      around.prepend(list);
    }
    around.classList.add("turns");
    turn(key, pages[0]);
  }

  //@ end
  // ---- fields that need more than HTML has ----

  //@ if number date time
  function toText(e, a) {
    e.type = "text";
    if (a.empty) e.placeholder = a.empty;
    ["min", "max", "step", "maxlength", "pattern"].forEach(name => e.removeAttribute(name));
    e.setAttribute("autocomplete", e.getAttribute("autocomplete") || "off");
  }
  //@ end
  //@ if calendar
  function makeCalendar(name) {
    const a = answers[name], e = $(a.key);
    if (!a.calendar || e.readOnly || !("showPicker" in HTMLInputElement.prototype)) return;
    const native = make("input", {type: "date", tabindex: "-1", "aria-hidden": "true", "class": "native"});
    const button = make("button", {type: "button", "class": "pick-day", "aria-label": words.calendar + ": " + a.called});
    button.addEventListener("click", () => {
      if (!session.open(name)) return;
      const held = session.entry(name).held, day = value => I.dayShown(value, "yyyy-MM-dd");
      native.value = held === null ? "" : day(held);
      const from = I.dayMeant(session.least(name, "earliest") || ""), to = I.dayMeant(session.least(name, "latest") || "");
      native.min = from === null ? "" : day(from);
      native.max = to === null ? "" : day(to);
      native.showPicker();
    });
    native.addEventListener("change", () => { follow(session.pickDay(name, native.value)); follow(session.leave(name)); });
    e.after(button, native);
  }
  //@ end
  //@ if picture
  function showPicture(a, png) {
    const img = $(a.key + "-shown");
    img.hidden = !png;
    if (png) img.src = "data:image/png;base64," + png;
    else img.removeAttribute("src");
    if ($(a.key + "-away")) $(a.key + "-away").hidden = !png;
    if (!png) $(a.key).value = "";
  }
  function makePicture(name) {
    const a = answers[name], e = $(a.key), away = make("button", {type: "button", "class": "button", id: a.key + "-away", hidden: ""}, words.takeAway);
    e.before(make("img", {alt: "", hidden: "", id: a.key + "-shown", "class": "picture " + e.getAttribute("data-shown")}));
    e.after(away);
    away.addEventListener("click", () => { follow(session.type(name, "")); e.focus(); });
    e.addEventListener("change", () => {
      if (!e.files.length) return;
      window.createImageBitmap(e.files[0]).then(bitmap => {
        const by = Math.min(1, 1600 / Math.max(bitmap.width, bitmap.height)), canvas = make("canvas");
        canvas.width = Math.max(1, Math.round(bitmap.width * by));
        canvas.height = Math.max(1, Math.round(bitmap.height * by));
        canvas.getContext("2d").drawImage(bitmap, 0, 0, canvas.width, canvas.height);
        follow(session.type(name, canvas.toDataURL("image/png").split(",")[1]));
        follow(session.leave(name));
      }).catch(() => { e.value = ""; tell(words.noPicture); });
    });
  }
  //@ end
  //@ if ink
  const isDrawn = said => /^M \d/.test(said);
  function showInk(a, said) {
    const pen = $(a.key + "-pen");
    setText($(a.key), isDrawn(said) ? "" : said);
    if (!pen) return;
    const paper = pen.getContext("2d");
    pen.width = Math.max(1, pen.clientWidth * (window.devicePixelRatio || 1));
    pen.height = Math.max(1, pen.clientHeight * (window.devicePixelRatio || 1));
    paper.lineWidth = Math.max(1.5, pen.width / 200);
    paper.lineCap = paper.lineJoin = "round";
    paper.strokeStyle = getComputedStyle(pen).color;
    paper.beginPath();
    if (isDrawn(said)) {
      const parts = said.split(" ");
      for (let i = 0; i + 2 < parts.length; i += 3) {
        const x = parts[i + 1] / 1000 * pen.width, y = parts[i + 2] / 1000 * pen.height;
        if (parts[i] === "M") paper.moveTo(x, y);
        paper.lineTo(x, y);
      }
    }
    paper.stroke();
  }
  function makeInk(name) {
    const a = answers[name], pen = $(a.key + "-pen");
    if (!pen) return;
    let drawing = false, before = "";
    const anew = make("button", {type: "button", "class": "button"}, words.again);
    pen.hidden = false;
    pen.after(anew);
    anew.addEventListener("click", () => follow(session.type(name, "")));
    const at = e => {
      const b = pen.getBoundingClientRect(), within = (v, most) => Math.round(Math.min(1, Math.max(0, v / most)) * 1000);
      return within(e.clientX - b.left, b.width) + " " + within(e.clientY - b.top, b.height);
    };
    pen.addEventListener("pointerdown", e => {
      if (!session.open(name) || e.button) return;
      pen.setPointerCapture(e.pointerId);
      drawing = true;
      before = session.wording(name);
      before = (isDrawn(before) ? before + " " : "") + "M " + at(e);
      showInk(a, before);
      e.preventDefault();
    });
    pen.addEventListener("pointermove", e => {
      if (!drawing || before.length > 200000) return;
      before += " L " + at(e);
      showInk(a, before);
    });
    pen.addEventListener("pointerup", () => {
      if (!drawing) return;
      drawing = false;
      follow(session.type(name, before));
      follow(session.leave(name));
    });
    if ("ResizeObserver" in window) new ResizeObserver(() => { if (!drawing) showInk(a, session.wording(name)); }).observe(pen);
  }

  //@ end
  // ---- what was filled in before ----

  //@ if draft
  const draftKey = "brindel/" + form.name + "/" + form.version;
  function keepDraft() {
    if (!form.keepDraft || handedIn) return;
    window.clearTimeout(draftTimer);
    draftTimer = window.setTimeout(writeDraft, 300);
  }
  function writeDraft() {
    if (!draftTimer) return;
    window.clearTimeout(draftTimer);
    draftTimer = 0;
    const values = Object.create(null);
    let any = false;
    session.order().forEach(name => {
      const a = answers[name];
      if (a.secret || a.worked || a.shut) return;
      const value = session.answer(name);
      if (value === null || value === false) return;
      values[name] = value;
      any = true;
    });
    try {
      if (any) window.localStorage.setItem(draftKey, JSON.stringify(values));
      else window.localStorage.removeItem(draftKey);
    } catch (e) {}
  }
  // What was typed last is kept as well when the page goes at once.
  window.addEventListener("pagehide", writeDraft);
  function dropDraft() {
    window.clearTimeout(draftTimer);
    draftTimer = 0;
    try { window.localStorage.removeItem(draftKey); } catch (e) {}
  }
  function offerDraft() {
    if (!form.keepDraft) return;
    let values = null;
    try { values = JSON.parse(window.localStorage.getItem(draftKey)); } catch (e) {}
    if (!values || typeof values !== "object") return;
    Object.setPrototypeOf(values, null);
    const bar = make("div", {"class": "notice draft", role: "region", "aria-label": words.draft}), row = make("div", {"class": "buttons"});
    bar.append(make("p", {}, words.draft), row);
    [[words.draftOn, () => follow(session.take(values))], [words.draftAnew, dropDraft]].forEach(([text, act], i) => {
      const b = make("button", {type: "button", "class": i ? "button" : "button main"}, text);
      b.addEventListener("click", () => { bar.remove(); act(); });
      row.append(b);
    });
    main.prepend(bar);
  }

  //@ end
  // ---- what the filler does ----

  const nameOf = e => {
    const group = e.closest("fieldset.choices");
    return form.answerOf[group ? group.id : e.id];
  };
  sheet.addEventListener("input", event => {
    const e = event.target, name = nameOf(e), a = answers[name];
    if (!a || a.type === "picture" || e.type === "checkbox" || e.type === "radio" || e.tagName === "SELECT") return;
    const caret = e.selectionStart, long = e.value.length;
    follow(session.type(name, e.value));
    if (document.activeElement === e && e.value.length !== long) return;
    if (caret !== null && e.selectionStart !== caret && e.setSelectionRange && /text|tel|password|textarea/.test(e.type)) e.setSelectionRange(caret, caret);
  });
  // Browsers drop line breaks that are pasted into one line; here they become blanks, as everywhere in Brindel.
  sheet.addEventListener("paste", event => {
    const e = event.target, text = event.clipboardData ? event.clipboardData.getData("text/plain") : "";
    if (e.tagName !== "INPUT" || e.readOnly || !/[\r\n]/.test(text) || !/text|tel|password/.test(e.type)) return;
    event.preventDefault();
    e.setRangeText(text.replace(/\r/g, "").replace(/\n/g, " "), e.selectionStart, e.selectionEnd, "end");
    e.dispatchEvent(new Event("input", {bubbles: true}));
  });
  sheet.addEventListener("change", event => {
    const e = event.target, name = nameOf(e), a = answers[name];
    if (!a) return;
    if (a.type === "tick") return void follow(session.tick(name, e.checked));  //@ tick
    if (a.type === "question") return void follow(session.choose(name, a.buttons.findIndex(b => b.key === e.id)));  //@ question
    //@ if picks
    if (a.type === "picks" && e.tagName === "SELECT") return void follow(session.pick(name, e.selectedIndex < 0 ? [] : [e.selectedIndex]));
    if (a.type === "picks" && e.type !== "text") {
      const lines = [];
      ticksOf($(a.key)).forEach((tick, i) => { if (tick.checked) lines.push(i); });
      return void follow(session.pick(name, lines));
    }
    //@ end
    if (e.tagName === "SELECT") follow(session.type(name, e.value));
  });
  //@ if rules
  sheet.addEventListener("focusin", event => {
    const e = event.target, name = nameOf(e), key = name ? answers[name].type === "question" ? e.id : answers[name].key : e.id;
    if (form.rules[key]) follow(session.event("entered", key));
  });
  //@ end
  sheet.addEventListener("focusout", event => {
    const name = nameOf(event.target);
    if (name && !(event.relatedTarget && nameOf(event.relatedTarget) === name)) follow(session.leave(name));
  });
  //@ if rules
  const keyNames = {Escape: "Esc", ArrowUp: "Up", ArrowDown: "Down", ArrowLeft: "Left", ArrowRight: "Right", Delete: "Del", Insert: "Ins",
                    PageUp: "PgUp", PageDown: "PgDown", " ": "Space", Enter: "Return"};
  //@ end
  sheet.addEventListener("keydown", event => {
    const e = event.target, name = nameOf(e), a = answers[name];
    //@ if rules
    const key = a ? a.type === "question" ? e.id : a.key : e.id;
    if (form.rules[key]) {
      const said = (event.ctrlKey ? "Ctrl+" : "") + (event.altKey ? "Alt+" : "") + (event.shiftKey ? "Shift+" : "") +
          (keyNames[event.key] || (event.key.length === 1 ? event.key.toUpperCase() : event.key));
      const result = session.event("key", key, said);
      if (result.any) {
        event.preventDefault();
        follow(result);
        return;
      }
    }
    //@ end
    //@ if number date time
    if (a && (event.key === "ArrowUp" || event.key === "ArrowDown") && (a.type === "number" || a.type === "date" || a.type === "time") && !event.altKey) {
      event.preventDefault();
      follow(session.step(name, event.key === "ArrowUp" ? 1 : -1));
    }
    //@ end
  });
  sheet.addEventListener("click", event => {
    const b = event.target.closest("button");
    if (!b) return;
    //@ if rows
    const table = /^(.*)-(add|remove)$/.exec(b.id);
    if (table && form.tables[table[1]]) return void follow(session.changeRows(table[1], table[2] === "add" ? 1 : -1));
    //@ end
    if (b.type === "button" && form.buttons[b.id]) press(b.id);
  });
  //@ if rules
  sheet.addEventListener("dblclick", event => {
    const e = event.target.closest("button,input,select,textarea");
    const name = e && nameOf(e), key = name && answers[name].type !== "question" ? answers[name].key : e && e.id;
    if (key && form.rules[key]) follow(session.event("doublePressed", key));
  });
  //@ end
  function press(key) {
    const result = follow(session.press(key));
    if (result.outcome.turnsBy) turnBy(key, result.outcome.turnsBy);  //@ tabs
  }
  sheet.addEventListener("submit", event => {
    event.preventDefault();
    const e = document.activeElement, name = e && nameOf(e), by = event.submitter;
    if (name) follow(session.leave(name));
    if (session.asking()) return;
    if (sending) return;  //@ post
    if (sent) return thanked();  //@ post
    if (by && form.buttons[by.id]) press(by.id);
    else follow(session.accept());
  });
  window.addEventListener("beforeunload", event => {
    if (handedIn || form.keepDraft || !session.order().some(name => {
      const a = answers[name], value = session.answer(name);
      return !a.worked && !a.shut && typeof value === "string" && value !== (a.start || "");
    })) return;
    event.preventDefault();
  });

  // ---- the page is opened ----

  sheet.noValidate = true;
  fit();
  if (window.ResizeObserver) new ResizeObserver(fit).observe(main);
  sheet.append(make("p", {id: "brindel-status", role: "status", "class": "status"}));
  Object.keys(form.tabs).forEach(makeTabs);  //@ tabs
  form.order.forEach(name => {
    const a = answers[name], e = $(a.key);
    if (!e) return;
    if (e.tagName === "INPUT" && (a.type === "number" || a.type === "date" || a.type === "time")) toText(e, a);  //@ number date time
    e.removeAttribute("maxlength");
    e.removeAttribute("pattern");
    if (e.tagName === "TEXTAREA") e.style.setProperty("field-sizing", "content");  // it grows with what is written
    if (a.type === "date") makeCalendar(name);  //@ calendar
    if (a.type === "picture") makePicture(name);  //@ picture
    if (a.type === "ink") makeInk(name);  //@ ink
    //@ if lettersLeft
    if (a.type === "text" && a.many && a.maxLength && !a.shut)
      e.after(make("span", {"class": "left", id: a.key + "-left", "aria-live": "polite"}));
    //@ end
    enable(name);
  });
  // Pointing shows a hint where it does not stand below its field.
  document.querySelectorAll(".hint").forEach(e => { e.parentElement.title = e.textContent; });
  follow(session.opened());
  offerDraft();  //@ draft
  if (form.dialog && form.startsIn && $(form.startsIn)) $(form.startsIn).focus({preventScroll: true});
}
