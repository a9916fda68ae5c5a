// What formulas are worth where Brindel is not there: the functions and operators that printed formulas call, with the
// meaning of core/rules/evaluate and its tables of functions. ECMAScript 2017, no dependence. `around` has the day (a
// serial number), the minutes of the day, and the signs and names of the form's language.
function brindelFormulas(around) {
  "use strict";

  function Wrong(text) { this.text = text; }
  const wrong = {
    value: new Wrong("#VALUE!"), divide: new Wrong("#DIV/0!"), number: new Wrong("#NUM!"),
    name: new Wrong("#NAME?"), notAvailable: new Wrong("#N/A"), circle: new Wrong("#CIRCLE!")
  };
  // What a name stands for: a value, or the values of a list.
  function Named(values, list) { this.values = values; this.list = list; }

  const longest = 100000;
  const isWrong = v => v instanceof Wrong;
  const isText = v => typeof v === "string";
  const isNumber = v => typeof v === "number";
  const isNothing = v => v === null || v === undefined;

  function one(x) {
    if (!(x instanceof Named)) return x === undefined ? null : x;
    if (x.list && x.values.length !== 1) return wrong.value;
    return x.values.length ? x.values[0] : null;
  }
  const all = x => x instanceof Named ? x.values : [x === undefined ? null : x];
  const rest = args => [].concat(...args.map(all));
  function thrown(v) { if (isWrong(v)) throw v; return v; }
  function finite(x) { return Number.isFinite(x) ? x : wrong.number; }
  function bytes(text) {
    let n = 0;
    for (const c of text) { const code = c.codePointAt(0); n += code < 0x80 ? 1 : code < 0x800 ? 2 : code < 0x10000 ? 3 : 4; }
    return n;
  }
  function bounded(text) { return text.length > longest / 4 && bytes(text) > longest ? wrong.value : text; }

  // ---- numbers and their digits ----

  // 15 significant digits, an exact half to the even one.
  function digits15(x) {
    const exact = Math.abs(x).toExponential(60), e = exact.indexOf("e");
    const said = exact[0] + exact.slice(2, e);
    let kept = said.slice(0, 15), power = Number(exact.slice(e + 1));
    const cut = said.slice(15), half = "5" + "0".repeat(cut.length - 1);
    if (cut > half || (cut === half && Number(kept[14]) % 2 === 1)) {
      let i = 14, list = kept.split("");
      while (i >= 0 && list[i] === "9") list[i--] = "0";
      if (i >= 0) list[i] = String(Number(list[i]) + 1); else { list.unshift("1"); list.pop(); ++power; }
      kept = list.join("");
    }
    return {digits: kept, power};
  }
  function tidied(x) {
    if (!Number.isFinite(x) || x === 0) return x;
    const {digits, power} = digits15(x);
    const y = Number(digits[0] + "." + digits.slice(1) + "e" + power);
    return x < 0 ? -y : y;
  }
  function rounded(x, places) {
    if (!Number.isFinite(x) || x === 0) return x;
    if (places > 20) return x;
    if (places < -20) return 0;
    const {digits, power} = digits15(x);
    const kept = power + 1 + places;
    if (kept < 0) return 0;
    if (kept >= 15) return tidied(x);
    let said = digits.slice(0, kept).split("");
    if (digits[kept] >= "5") {
      let i = kept - 1;
      while (i >= 0 && said[i] === "9") said[i--] = "0";
      if (i >= 0) said[i] = String(Number(said[i]) + 1); else said.unshift("1");
    }
    if (!said.length) return 0;
    const y = Number(said.join("") + "e" + -places);
    return x < 0 ? -y : y;
  }
  // A number as people copy it: at most 15 digits.
  function spelled(x) {
    const tidy = tidied(x);
    if (tidy === 0) return "0";
    const sign = tidy < 0 ? "-" : "", size = Math.abs(tidy);
    const e = size.toExponential().split("e"), power = Number(e[1]), digits = e[0].replace(".", "");
    const far = size < 1e-9 || size >= 1e15;
    if (far ? power < -5 + 1 || power >= 15 : power < -4)
      return sign + digits[0] + (digits.length > 1 ? "." + digits.slice(1) : "") + "e" + (power < 0 ? "-" : "+") +
        String(Math.abs(power)).padStart(2, "0");
    if (power < 0) return sign + "0." + "0".repeat(-power - 1) + digits;
    return sign + (digits.length <= power + 1 ? digits.padEnd(power + 1, "0") : digits.slice(0, power + 1) + "." + digits.slice(power + 1));
  }
  const zeros = [0x30, 0x660, 0x6F0, 0x7C0, 0x966, 0x9E6, 0xA66, 0xAE6, 0xB66, 0xBE6, 0xC66, 0xCE6, 0xD66, 0xE50, 0xED0,
    0xF20, 0x1040, 0x17E0, 0x1810, 0xFF10];
  function digitOf(code) { for (const z of zeros) if (code >= z && code < z + 10) return code - z; return -1; }
  const trim = text => text.replace(/^[ \t\r\n]+|[ \t\r\n]+$/g, "");
  const isSpace = c => /\s/.test(c) || c === "\u202f";

  function plainNumber(text) {
    if (!/^\+?-?(\d+\.?\d*|\.\d+)([eE][+-]?\d+)?$/.test(text)) return null;
    const x = Number(text.replace(/^\+/, ""));
    return Number.isFinite(x) ? x : null;
  }
  function numberTyped(text) {
    const clean = trim(text);
    if (!clean || bytes(clean) > 100) return null;
    let negative = false, begun = false, digits = "";
    const between = [];
    for (const c of clean) {
      const code = c.codePointAt(0), sign = c === "-" || c === "\u2212" || c === "+", digit = digitOf(code);
      if (code === 0x200E || code === 0x200F || code === 0x61C) continue;
      if (digit >= 0) digits += digit;
      else if (sign && !begun) negative = c !== "+";
      else if (sign || c.toLowerCase() !== c.toUpperCase() || code < 32 || (code >= 127 && code < 160)) return null;
      else between.push([digits.length, isSpace(c) ? "\u00a0" : c]);
      begun = true;
    }
    if (!digits) return null;
    const group = isSpace(around.group) ? "\u00a0" : around.group;
    const grouping = c => c === group || c === "\u00a0" || (c === "'" && group === "\u2019");
    const groups = (count, end) => {
      if (count === 0) return true;
      if (between[0][0] < 1 || between[0][0] > 3 || digits[0] === "0") return false;
      for (let i = 0; i < count; ++i) {
        const next = i + 1 < count ? between[i + 1][0] : end, wide = next - between[i][0];
        if (wide !== 3 && !(wide === 2 && i + 1 < count)) return false;
        if (between[i][1] !== between[0][1]) return false;
      }
      return true;
    };
    let whole = digits.length;
    const marks = between.length;
    if (marks > 0) {
      const [at, last] = between[marks - 1], alone = marks === 1 || groups(marks - 1, at);
      if (last === around.decimal && alone && (marks === 1 || grouping(between[0][1]))) whole = at;
      else if (groups(marks, digits.length) && grouping(last)) whole = digits.length;
      else if (marks === 1 && (last === "." || last === ",")) whole = at;
      else return null;
    }
    const x = Number((digits.slice(0, whole) || "0") + "." + (digits.slice(whole) || "0"));
    if (x >= 1e15) return null;
    return negative && x !== 0 ? -x : x;
  }
  function numberShown(x, places, grouped) {
    const plain = Math.abs(x).toFixed(Math.min(places, 20)).split(".");
    let whole = plain[0];
    if (grouped && whole.length >= around.groups[0] + around.leastGroup) {
      const parts = [];
      let size = around.groups[0];
      while (whole.length > size) { parts.unshift(whole.slice(-size)); whole = whole.slice(0, -size); size = around.groups[1]; }
      whole = [whole].concat(parts).join(around.group);
    }
    const said = (x < 0 || Object.is(x, -0) ? "-" : "") + whole + (plain[1] ? around.decimal + plain[1] : "");
    return around.zero === 0x30 ? said : said.replace(/\d/g, d => String.fromCodePoint(around.zero + Number(d)));
  }

  // ---- days: 1 is 1899-12-31 ----

  const firstDay = Date.UTC(1899, 11, 30), dayLong = 86400000;
  function dayOf(serial) {
    const whole = Math.floor(serial);
    if (!(whole >= -693593) || !(whole <= 2958465)) return null;
    const d = new Date(firstDay + whole * dayLong);
    return {y: d.getUTCFullYear(), m: d.getUTCMonth() + 1, d: d.getUTCDate(), w: (d.getUTCDay() + 6) % 7 + 1, serial: whole};
  }
  function serialOf(y, m, d) {
    const date = new Date(0);
    date.setUTCFullYear(y, m - 1, d);
    return Math.round((date.getTime() - firstDay) / dayLong);
  }
  const monthLong = (y, m) => new Date(Date.UTC(2000 + (y % 400), m, 0)).getUTCDate();
  function isoDay(text) {
    const m = /^(\d{4})-(\d\d)-(\d\d)$/.exec(text);
    if (!m) return null;
    const y = Number(m[1]), month = Number(m[2]), d = Number(m[3]);
    return month >= 1 && month <= 12 && d >= 1 && d <= monthLong(y, month) ? serialOf(y, month, d) : null;
  }
  function minutesTyped(text) {
    const clean = trim(text), m = /^(\d{1,2})[:.](\d\d)$/.exec(clean) || /^(\d\d)(\d\d)$/.exec(clean) || /^(\d{1,2}):(\d)$/.exec(clean);
    if (!m || Number(m[1]) > 23 || Number(m[2]) > 59) return null;
    return Number(m[1]) * 60 + Number(m[2]);
  }
  function dateShown(day, pattern) {
    let out = "";
    for (let i = 0; i < pattern.length;) {
      const c = pattern[i];
      if (c === "'") {
        if (pattern[i + 1] === "'") { out += "'"; i += 2; continue; }
        const end = pattern.indexOf("'", i + 1);
        out += pattern.slice(i + 1, end < 0 ? pattern.length : end);
        i = end < 0 ? pattern.length : end + 1;
        continue;
      }
      if (!/[A-Za-z]/.test(c)) { out += c; ++i; continue; }
      let n = 1;
      while (pattern[i + n] === c) ++n;
      i += n;
      if (c === "y") out += n === 2 ? String(day.y % 100).padStart(2, "0") : String(day.y).padStart(n, "0");
      else if (c === "M") out += n < 3 ? String(day.m).padStart(n, "0") : n === 3 ? around.monthsShort[day.m - 1] : n === 4 ? around.months[day.m - 1] : around.monthsNarrow[day.m - 1];
      else if (c === "d") out += String(day.d).padStart(n, "0");
      else if (c === "E" || c === "e") out += n < 4 ? around.daysShort[day.w % 7] : around.days[day.w % 7];
      else return day.y + "-" + String(day.m).padStart(2, "0") + "-" + String(day.d).padStart(2, "0");
    }
    return out;
  }
  function timeShown(minutes, pattern) {
    return pattern.replace(/H+|m+/g, run => String(run[0] === "H" ? Math.floor(minutes / 60) : minutes % 60).padStart(run.length, "0"));
  }

  // ---- conversions ----

  function asNumber(v) {
    if (typeof v === "boolean") return v ? 1 : 0;
    if (isNothing(v)) return 0;
    if (!isText(v)) return v;
    const clean = trim(v), day = isoDay(clean);
    if (day !== null) return day;
    const plain = plainNumber(clean);
    if (plain !== null) return plain;
    const typed = numberTyped(v);
    if (typed !== null) return typed;
    const minutes = minutesTyped(clean);
    return minutes !== null ? minutes / 1440 : wrong.value;
  }
  function asText(v) {
    if (typeof v === "boolean") return v ? "TRUE" : "FALSE";
    if (isNumber(v)) return spelled(v);
    return isNothing(v) ? "" : v;
  }
  function asLogical(v) {
    if (isNumber(v)) return v !== 0;
    if (isNothing(v)) return false;
    if (!isText(v)) return v;
    const upper = v.toUpperCase();
    return upper === "TRUE" ? true : upper === "FALSE" ? false : wrong.value;
  }
  const fold = text => text.toUpperCase().toLowerCase().replace(/ς/g, "σ");
  function byCodePoint(a, b) {
    const x = Array.from(a), y = Array.from(b);
    for (let i = 0; i < x.length && i < y.length; ++i)
      if (x[i] !== y[i]) return x[i].codePointAt(0) < y[i].codePointAt(0) ? -1 : 1;
    return x.length - y.length < 0 ? -1 : x.length > y.length ? 1 : 0;
  }
  function compared(a, b) {
    const filled = (s, other) => !isNothing(s) ? s : isText(other) ? "" : typeof other === "boolean" ? false : 0;
    const rank = s => isNumber(s) ? 0 : isText(s) ? 1 : 2;
    const x = filled(a, b), y = filled(b, a);
    if (rank(x) !== rank(y)) return rank(x) < rank(y) ? -1 : 1;
    if (isNumber(x)) { const m = tidied(x), n = tidied(y); return m < n ? -1 : m > n ? 1 : 0; }
    if (typeof x === "boolean") return Number(x) - Number(y);
    return byCodePoint(fold(x), fold(y));
  }

  // ---- operators ----

  function pair(a, b, work) {
    const x = one(a), y = one(b);
    return isWrong(x) ? x : isWrong(y) ? y : work(x, y);
  }
  const numbers2 = (a, b, work) => pair(a, b, (l, r) => {
    const x = asNumber(l), y = asNumber(r);
    return isWrong(x) ? x : isWrong(y) ? y : finite(thrownless(() => work(x, y)));
  });
  function thrownless(work) { try { return work(); } catch (e) { if (isWrong(e)) return e; throw e; } }
  function finiteOr(x) { return isWrong(x) ? x : finite(x); }
  const near = (x, y, result) => Math.abs(result) < 5e-16 * Math.max(Math.abs(x), Math.abs(y)) ? 0 : result;
  function power(x, y) {
    if (x === 0 && y === 0) return wrong.number;
    if (x === 0 && y < 0) return wrong.divide;
    return Math.pow(x, y);
  }
  const arithmetic = work => (a, b) => pair(a, b, (l, r) => {
    const x = asNumber(l), y = asNumber(r);
    return isWrong(x) ? x : isWrong(y) ? y : finiteOr(work(x, y));
  });
  const comparing = holds => (a, b) => pair(a, b, (x, y) => holds(compared(x, y)));
  const onNumber = work => a => { const x = asNumber(one(a)); return isWrong(x) ? x : work(x); };
  const op = {
    add: arithmetic((x, y) => near(x, y, x + y)),
    sub: arithmetic((x, y) => near(x, y, x - y)),
    mul: arithmetic((x, y) => x * y),
    div: arithmetic((x, y) => y === 0 ? wrong.divide : x / y),
    pow: arithmetic(power),
    cat: (a, b) => pair(a, b, (x, y) => bounded(asText(x) + asText(y))),
    eq: comparing(w => w === 0), ne: comparing(w => w !== 0), lt: comparing(w => w < 0), gt: comparing(w => w > 0),
    le: comparing(w => w <= 0), ge: comparing(w => w >= 0),
    neg: onNumber(x => -x), pos: onNumber(x => x), pct: onNumber(x => x / 100)
  };

  // ---- arguments ----

  const given = (a, i) => i < a.length && a[i] !== undefined;
  const num = (a, i, otherwise) => !given(a, i) && otherwise !== undefined ? otherwise : thrown(asNumber(one(a[i])));
  const str = (a, i, otherwise) => !given(a, i) && otherwise !== undefined ? otherwise : thrown(asText(one(a[i])));
  const log = (a, i, otherwise) => !given(a, i) && otherwise !== undefined ? otherwise : thrown(asLogical(one(a[i])));
  const letters = (a, i) => Array.from(str(a, i));
  function day(a, i) { const d = dayOf(num(a, i)); if (!d) throw wrong.value; return d; }
  function numbers(a) {
    const list = [];
    for (const arg of a) {
      const reference = arg instanceof Named;
      for (const v of all(arg)) {
        thrown(v);
        if (isNumber(v)) list.push(v);
        else if (!reference && !isNothing(v)) list.push(thrown(asNumber(v)));
      }
    }
    return list;
  }
  function logicals(a) {
    const list = [];
    for (const v of rest(a)) if (!isNothing(v)) list.push(thrown(asLogical(v)));
    if (!list.length) throw wrong.value;
    return list;
  }
  function counted(x, least) {
    x = Math.trunc(x);
    if (!(x >= least)) throw wrong.value;
    return Math.min(x, 1e9);
  }
  const positive = x => { if (!(x > 0)) throw wrong.number; return x; };
  const places = (a, i) => Math.min(400, Math.max(-400, Math.trunc(num(a, i, 0))));

  function sum(list) {
    let total = 0, left = 0, most = 0;
    for (const x of list) {
      most = Math.max(most, Math.abs(x));
      const next = total + x;
      left += Math.abs(total) >= Math.abs(x) ? (total - next) + x : (x - next) + total;
      total = next;
    }
    return Math.abs(total + left) < 5e-16 * most ? 0 : total + left;
  }
  function cut(x, at, away) {
    const scale = Math.pow(10, Math.min(300, Math.max(-300, at)));
    let scaled = tidied(x * scale);
    scaled = away ? Math.sign(scaled) * Math.ceil(Math.abs(scaled)) : Math.trunc(scaled);
    return tidied(scaled / scale);
  }
  function stepped(a, up) {
    const x = num(a, 0), step = num(a, 1, x < 0 ? -1 : 1), fromNothing = num(a, 2, 0) !== 0;
    if (x === 0 || step === 0) return 0;
    if (x * step < 0 && x > 0) return wrong.number;
    const size = Math.abs(step), many = tidied(x / size), away = fromNothing && x < 0;
    return tidied((up !== away ? Math.ceil(many) : Math.floor(many)) * size);
  }
  const gcd2 = (a, b) => { while (b) [a, b] = [b, a % b]; return a; };
  function criterion(wanted) {
    let sign = "", to = wanted;
    if (isText(wanted)) {
      sign = ["<>", "<=", ">=", "=", "<", ">"].find(s => wanted.startsWith(s)) || "";
      const left = wanted.slice(sign.length), x = asNumber(left);
      to = trim(left) && isNumber(x) ? x : left;
    }
    const kind = v => isNothing(v) ? "nothing" : typeof v;
    return v => {
      if (isNothing(v) || isWrong(v)) return sign === "<>";
      const alike = kind(v) === kind(to);
      if (sign === "" || sign === "=") return alike && compared(v, to) === 0;
      if (sign === "<>") return !alike || compared(v, to) !== 0;
      if (!alike) return false;
      const way = compared(v, to);
      return sign === "<" ? way < 0 : sign === ">" ? way > 0 : sign === "<=" ? way <= 0 : way >= 0;
    };
  }
  function numbersIf(a) {
    const holds = criterion(thrown(one(a[1]))), asked = all(a[0]), summed = given(a, 2) ? all(a[2]) : asked, list = [];
    for (let i = 0; i < asked.length && i < summed.length; ++i) {
      if (!holds(asked[i])) continue;
      thrown(summed[i]);
      if (isNumber(summed[i])) list.push(summed[i]);
    }
    return list;
  }
  function ranked(a, largest) {
    const list = all(a[0]).map(thrown).filter(isNumber), place = Math.ceil(num(a, 1));
    if (!(place >= 1) || place > list.length) return wrong.number;
    list.sort((x, y) => x - y);
    return largest ? list[list.length - place] : list[place - 1];
  }
  function spread(a, sample) {
    const list = numbers(a);
    if (list.length < (sample ? 2 : 1)) return wrong.divide;
    const middle = sum(list) / list.length;
    return Math.sqrt(sum(list.map(x => (x - middle) * (x - middle))) / (list.length - (sample ? 1 : 0)));
  }
  function begins(text, at, pattern) {
    let p = 0, star = -1, again = 0;
    while (p < pattern.length) {
      const escaped = pattern[p] === "~" && p + 1 < pattern.length;
      if (!escaped && pattern[p] === "*") { star = p++; again = at; continue; }
      const wanted = escaped ? pattern[p + 1] : pattern[p];
      if (at < text.length && ((!escaped && wanted === "?") || text[at] === wanted)) { ++at; p += escaped ? 2 : 1; continue; }
      if (star < 0 || again >= text.length) return false;
      p = star + 1;
      at = ++again;
    }
    return true;
  }
  const simpleFold = list => list.map(c => { const l = c.toLowerCase(); return Array.from(l).length === 1 ? l : c; });
  function byPattern(a) {
    const v = one(a[0]);
    if (isText(v)) return v;
    const x = num(a, 0), pattern = str(a, 1);
    const dated = /[yYdDhH]/.test(pattern) || (/[mM]/.test(pattern) && !/[0#]/.test(pattern));
    if (dated) {
      const on = dayOf(x);
      if (!on) throw wrong.value;
      const minutes = Math.floor((x - Math.floor(x)) * 1440 + 0.5) % 1440;
      let date = "", time = "", clock = false;
      for (const letter of pattern) {
        const c = /[A-Z]/.test(letter) ? letter.toLowerCase() : letter;
        if (c === "h") clock = true;
        if (c === "h" || (clock && c === "m")) time += c === "h" ? "H" : "m";
        else if (c === ":") time += c;
        else date += c === "m" ? "M" : c;
      }
      if (!time) return dateShown(on, date);
      date = date.replace(/ +$/, "");
      const said = timeShown(minutes, time);
      return date ? dateShown(on, date) + " " + said : said;
    }
    const first = pattern.search(/[0#]/);
    if (first < 0) return pattern;
    const last = Math.max(pattern.lastIndexOf("0"), pattern.lastIndexOf("#"));
    const core = pattern.slice(first, last + 1), point = core.indexOf(".");
    let least = 0, most = 0, whole = 0;
    for (let i = 0; i < core.length; ++i) {
      if (core[i] !== "0" && core[i] !== "#") continue;
      if (point >= 0 && i > point) { ++most; if (core[i] === "0") least = most; }
      else if (core[i] === "0") ++whole;
    }
    const percent = pattern.indexOf("%", last) >= 0, shown = rounded(percent ? x * 100 : x, most);
    let count = most;
    while (count > least && rounded(shown, count - 1) === shown) --count;
    let said = numberShown(Math.abs(shown), count, core.indexOf(",") >= 0);
    const digits = /^[0-9]*/.exec(said)[0].length;
    if (digits < whole) said = "0".repeat(whole - digits) + said;
    return (shown < 0 ? "-" : "") + pattern.slice(0, first) + said + pattern.slice(last + 1);
  }
  function eachWord(text) {
    let out = "", within = false;
    const list = Array.from(text), isLetter = c => c !== undefined && c.toLowerCase() !== c.toUpperCase();
    for (let i = 0; i < list.length; ++i) {
      const c = list[i], word = isLetter(c) || /[0-9_]/.test(c) || c.codePointAt(0) > 0x2ff && !isSpace(c) && !/[\u2000-\u206f\u3000-\u303f]/.test(c);
      const joins = within && /['’.·]/.test(c) && isLetter(list[i + 1]) && isLetter(list[i - 1]);
      out += word && !within ? c.toLocaleUpperCase(around.language) : c;
      within = word || joins;
    }
    return out;
  }
  function monthsOn(from, by) {
    by = Math.trunc(by);
    if (!(Math.abs(by) < 120000)) throw wrong.value;
    const months = from.y * 12 + from.m - 1 + by, y = Math.floor(months / 12), m = months - y * 12 + 1;
    if (y < 1 || y > 9999) throw wrong.value;
    return {y, m, d: Math.min(from.d, monthLong(y, m))};
  }
  const serial = d => serialOf(d.y, d.m, d.d);
  function secondsOf(a) {
    const x = num(a, 0);
    if (!dayOf(x)) throw wrong.value;
    return Math.round((x - Math.floor(x)) * 86400) % 86400;
  }
  function isoWeek(d) {
    const thursday = d.serial - (d.w - 1) + 3, y = dayOf(thursday).y;
    return Math.floor((thursday - serialOf(y, 1, 1)) / 7) + 1;
  }
  function holidays(a, i) {
    const free = new Set();
    if (given(a, i)) for (const v of all(a[i])) if (!isNothing(v)) free.add(Math.floor(thrown(asNumber(v))));
    return free;
  }
  const isWorkday = (s, free) => dayOf(s).w <= 5 && !free.has(s);

  const f = {
    IF: a => log(a, 0) ? (a.length > 1 ? (given(a, 1) ? one(a[1]) : 0) : true) : (a.length > 2 ? (given(a, 2) ? one(a[2]) : 0) : false),
    IFERROR: a => { const v = one(a[0]); return isWrong(v) ? one(a[1]) : v; },
    IFNA: a => { const v = one(a[0]); return v === wrong.notAvailable ? one(a[1]) : v; },
    IFS: a => { for (let i = 0; i + 1 < a.length; i += 2) if (log(a, i)) return one(a[i + 1]); return wrong.notAvailable; },
    AND: a => logicals(a).every(x => x),
    OR: a => logicals(a).some(x => x),
    XOR: a => logicals(a).filter(x => x).length % 2 === 1,
    NOT: a => !log(a, 0),
    TRUE: () => true,
    FALSE: () => false,
    SWITCH: a => {
      const wanted = thrown(one(a[0]));
      let i = 1;
      for (; i + 1 < a.length; i += 2) if (compared(wanted, thrown(one(a[i]))) === 0) return one(a[i + 1]);
      return i < a.length ? one(a[i]) : wrong.notAvailable;
    },
    CHOOSE: a => { const which = Math.trunc(num(a, 0)); return !(which >= 1) || which >= a.length ? wrong.value : one(a[which]); },
    ISBLANK: a => { const v = all(a[0]); return v.length === 1 && isNothing(v[0]); },
    ISNUMBER: a => isNumber(one(a[0])),
    ISTEXT: a => isText(one(a[0])),
    ISNONTEXT: a => !isText(one(a[0])),
    ISLOGICAL: a => typeof one(a[0]) === "boolean",
    ISERROR: a => isWrong(one(a[0])),
    ISERR: a => { const v = one(a[0]); return isWrong(v) && v !== wrong.notAvailable; },
    ISNA: a => one(a[0]) === wrong.notAvailable,
    ISEVEN: a => Math.trunc(num(a, 0)) % 2 === 0,
    ISIBAN: a => {
      const signs = str(a, 0).replace(/ /g, "").replace(/[a-z]/g, x => x.toUpperCase());
      if (!/^[A-Z]{2}[0-9]{2}[A-Z0-9]{11,30}$/.test(signs)) return false;
      let rest = 0;
      for (const x of signs.slice(4) + signs.slice(0, 4)) rest = (x <= "9" ? rest * 10 + +x : rest * 100 + x.charCodeAt(0) - 55) % 97;
      return rest === 1;
    },
    ISODD: a => Math.trunc(num(a, 0)) % 2 !== 0,
    N: a => { const v = one(a[0]); return isText(v) ? 0 : asNumber(v); },
    NA: () => wrong.notAvailable,

    LEN: a => letters(a, 0).length,
    LEFT: a => letters(a, 0).slice(0, counted(num(a, 1, 1), 0)).join(""),
    RIGHT: a => { const t = letters(a, 0), n = Math.min(counted(num(a, 1, 1), 0), t.length); return t.slice(t.length - n).join(""); },
    MID: a => { const t = letters(a, 0), from = counted(num(a, 1), 1) - 1, n = counted(num(a, 2), 0); return t.slice(from, from + n).join(""); },
    TRIM: a => str(a, 0).replace(/ +/g, " ").replace(/^ | $/g, ""),
    UPPER: a => str(a, 0).toLocaleUpperCase(around.language),
    LOWER: a => str(a, 0).toLocaleLowerCase(around.language),
    PROPER: a => eachWord(str(a, 0).toLocaleLowerCase(around.language)),
    SUBSTITUTE: a => {
      const text = str(a, 0), from = str(a, 1), to = str(a, 2), which = given(a, 3) ? counted(num(a, 3), 1) : 0;
      if (!from) return text;
      const parts = text.split(from);
      if (which) return parts.length <= which ? text : parts.slice(0, which).join(from) + to + parts.slice(which).join(from);
      if (bytes(text) + (parts.length - 1) * bytes(to) > longest * 2) throw wrong.value;
      return thrown(bounded(parts.join(to)));
    },
    REPLACE: a => {
      const t = letters(a, 0), from = Math.min(counted(num(a, 1), 1) - 1, t.length), n = counted(num(a, 2), 0);
      return t.slice(0, from).join("") + str(a, 3) + t.slice(from + n).join("");
    },
    FIND: a => {
      const wanted = letters(a, 0), t = letters(a, 1), from = counted(num(a, 2, 1), 1) - 1;
      if (from > t.length) return wrong.value;
      const at = t.slice(from).join("").indexOf(wanted.join(""));
      return at < 0 ? wrong.value : Array.from(t.slice(from).join("").slice(0, at)).length + from + 1;
    },
    SEARCH: a => {
      const wanted = simpleFold(letters(a, 0)), t = simpleFold(letters(a, 1));
      if (wanted.length * t.length > 2e6) throw wrong.value;
      for (let at = counted(num(a, 2, 1), 1) - 1; at <= t.length; ++at) if (begins(t, at, wanted)) return at + 1;
      return wrong.value;
    },
    EXACT: a => str(a, 0) === str(a, 1),
    REPT: a => {
      const t = str(a, 0), n = counted(num(a, 1), 0);
      if (bytes(t) * n > longest) throw wrong.value;
      return t.repeat(t ? n : 0);
    },
    TEXT: byPattern,
    VALUE: a => { const v = one(a[0]); return typeof v === "boolean" || (isText(v) && !trim(v)) ? wrong.value : asNumber(v); },
    FIXED: a => { const p = Math.min(20, Math.max(-20, Math.trunc(num(a, 1, 2)))); return numberShown(rounded(num(a, 0), p), Math.max(0, p), !log(a, 2, false)); },
    CONCATENATE: a => a.map((x, i) => str(a, i)).join(""),
    TEXTJOIN: a => {
      const between = str(a, 0), skips = log(a, 1), list = rest(a.slice(2)).map(v => thrown(asText(v)));
      return thrown(bounded((skips ? list.filter(t => t) : list).join(between)));
    },
    UNICHAR: a => { const c = Math.trunc(num(a, 0)); if (!(c >= 1) || c > 0x10FFFF || (c >= 0xD800 && c <= 0xDFFF)) throw wrong.value; return String.fromCodePoint(c); },
    UNICODE: a => { const t = str(a, 0); return t ? t.codePointAt(0) : wrong.value; },
    T: a => { const v = one(a[0]); return isText(v) || isWrong(v) ? v : ""; },

    ROUND: a => rounded(num(a, 0), places(a, 1)),
    ROUNDUP: a => cut(num(a, 0), places(a, 1), true),
    ROUNDDOWN: a => cut(num(a, 0), places(a, 1), false),
    TRUNC: a => cut(num(a, 0), places(a, 1), false),
    INT: a => Math.floor(tidied(num(a, 0))),
    CEILING: a => stepped(a, true),
    FLOOR: a => stepped(a, false),
    MROUND: a => { const x = num(a, 0), step = num(a, 1); if (step === 0) return 0; if (x * step < 0) throw wrong.number; return tidied(rounded(x / step, 0) * step); },
    MOD: a => { const x = num(a, 0), y = num(a, 1); if (y === 0) throw wrong.divide; return near(x, y, x - y * Math.floor(tidied(x / y))); },
    QUOTIENT: a => { const x = num(a, 0), y = num(a, 1); if (y === 0) throw wrong.divide; return Math.trunc(tidied(x / y)); },
    ABS: a => Math.abs(num(a, 0)),
    SIGN: a => { const x = num(a, 0); return (x > 0) - (x < 0); },
    POWER: a => thrown(power(num(a, 0), num(a, 1))),
    SQRT: a => Math.sqrt(num(a, 0)),
    EXP: a => Math.exp(num(a, 0)),
    LN: a => Math.log(positive(num(a, 0))),
    LOG: a => { const x = positive(num(a, 0)), base = positive(num(a, 1, 10)); if (base === 1) throw wrong.divide; return base === 10 ? Math.log10(x) : base === 2 ? Math.log2(x) : Math.log(x) / Math.log(base); },
    LOG10: a => Math.log10(positive(num(a, 0))),
    PI: () => Math.PI,
    EVEN: a => { const x = num(a, 0); return Math.sign(x) * Math.ceil(Math.abs(x) / 2) * 2 + 0; },
    ODD: a => { const x = num(a, 0); return (x < 0 ? -1 : 1) * (Math.max(0, Math.ceil((Math.abs(x) - 1) / 2)) * 2 + 1); },
    GCD: a => numbers(a).reduce((g, x) => { if (x < 0 || x > 9e15) throw wrong.value; return gcd2(g, Math.trunc(x)); }, 0),
    LCM: a => {
      let l = 1;
      for (let x of numbers(a)) {
        x = Math.trunc(x);
        if (x < 0 || x > 9e15) throw wrong.value;
        if (x === 0) return 0;
        l = l / gcd2(l, x) * x;
        if (l > 9e15) throw wrong.number;
      }
      return l;
    },
    FACT: a => { const n = Math.trunc(num(a, 0)); if (n < 0 || n > 170) throw wrong.number; let x = 1; for (let i = 2; i <= n; ++i) x *= i; return x; },
    COMBIN: a => {
      const n = Math.trunc(num(a, 0)), k = Math.trunc(num(a, 1));
      if (n < 0 || k < 0 || k > n || n > 1e6) throw wrong.number;
      const less = Math.min(k, n - k);
      if (less > 5000) throw wrong.number;
      let x = 1;
      for (let i = 1; i <= less; ++i) x = x * (n - less + i) / i;
      return Math.round(x);
    },
    PMT: a => {
      const rate = num(a, 0), count = num(a, 1), value = num(a, 2), end = num(a, 3, 0), atStart = num(a, 4, 0) !== 0;
      if (count === 0) return wrong.number;
      if (rate === 0) return -(value + end) / count;
      const grown = Math.pow(1 + rate, count);
      return -(value * grown + end) * rate / ((grown - 1) * (atStart ? 1 + rate : 1));
    },

    SUM: a => sum(numbers(a)),
    PRODUCT: a => { const list = numbers(a); return list.length ? list.reduce((p, x) => p * x, 1) : 0; },
    SUMPRODUCT: a => {
      let products = all(a[0]).map(() => 1);
      for (const arg of a) {
        const list = all(arg);
        if (list.length !== products.length) return wrong.value;
        products = products.map((p, i) => p * (isNumber(thrown(list[i])) ? list[i] : 0));
      }
      return sum(products);
    },
    COUNT: a => rest(a).filter(isNumber).length,
    COUNTA: a => rest(a).filter(v => !isNothing(v)).length,
    COUNTBLANK: a => rest(a).filter(v => isNothing(v) || v === "").length,
    COUNTIF: a => { const wanted = one(a[1]); return isWrong(wanted) ? wanted : all(a[0]).filter(criterion(wanted)).length; },
    SUMIF: a => sum(numbersIf(a)),
    AVERAGEIF: a => { const list = numbersIf(a); return list.length ? sum(list) / list.length : wrong.divide; },
    AVERAGE: a => { const list = numbers(a); return list.length ? sum(list) / list.length : wrong.divide; },
    MIN: a => { const list = numbers(a); return list.length ? list.reduce((m, x) => Math.min(m, x)) : 0; },
    MAX: a => { const list = numbers(a); return list.length ? list.reduce((m, x) => Math.max(m, x)) : 0; },
    MEDIAN: a => {
      const list = numbers(a).sort((x, y) => x - y), n = list.length;
      return !n ? wrong.number : n % 2 ? list[(n - 1) / 2] : (list[n / 2 - 1] + list[n / 2]) / 2;
    },
    LARGE: a => ranked(a, true),
    SMALL: a => ranked(a, false),
    STDEV: a => spread(a, true),
    STDEVP: a => spread(a, false),

    TODAY: () => around.today,
    NOW: () => around.today + around.minutes / 1440,
    DATE: a => {
      let y = Math.trunc(num(a, 0));
      const m = Math.trunc(num(a, 1)), d = Math.trunc(num(a, 2));
      if (!(Math.abs(m) < 2e5) || !(Math.abs(d) < 5e6) || !(y >= 0) || y > 9999) throw wrong.value;
      if (y < 100) y += y >= 69 ? 1900 : 2000;
      const months = y * 12 + m - 1, inYear = Math.floor(months / 12);
      const s = serialOf(inYear, months - inYear * 12 + 1, 1) + d - 1;
      if (!dayOf(s)) throw wrong.value;
      return s;
    },
    TIME: a => { const s = num(a, 0) * 3600 + num(a, 1) * 60 + num(a, 2); if (!(Math.abs(s) < 1e12)) throw wrong.value; return s / 86400; },
    DATEVALUE: a => { const s = isoDay(trim(str(a, 0))); if (s === null) throw wrong.value; return s; },
    TIMEVALUE: a => { const m = minutesTyped(str(a, 0)); if (m === null) throw wrong.value; return m / 1440; },
    YEAR: a => day(a, 0).y,
    MONTH: a => day(a, 0).m,
    DAY: a => day(a, 0).d,
    WEEKDAY: a => {
      const w = day(a, 0).w, kind = Math.trunc(num(a, 1, 1));
      if (kind === 1) return w % 7 + 1;
      if (kind === 2) return w;
      if (kind === 3) return w - 1;
      return kind >= 11 && kind <= 17 ? (w + 7 - (kind - 10)) % 7 + 1 : wrong.number;
    },
    ISOWEEKNUM: a => isoWeek(day(a, 0)),
    WEEKNUM: a => {
      const d = day(a, 0), kind = Math.trunc(num(a, 1, 1));
      if (kind === 21) return isoWeek(d);
      const start = kind === 1 || kind === 17 ? 7 : kind === 2 || kind === 11 ? 1 : kind > 11 && kind < 17 ? kind - 10 : 0;
      if (!start) return wrong.number;
      const first = serialOf(d.y, 1, 1), shift = (dayOf(first).w + 7 - start) % 7;
      return Math.floor((d.serial - first + shift) / 7) + 1;
    },
    HOUR: a => Math.floor(secondsOf(a) / 3600),
    MINUTE: a => Math.floor(secondsOf(a) / 60) % 60,
    SECOND: a => secondsOf(a) % 60,
    DAYS: a => day(a, 0).serial - day(a, 1).serial,
    EDATE: a => serial(monthsOn(day(a, 0), num(a, 1))),
    EOMONTH: a => { const m = monthsOn(day(a, 0), num(a, 1)); return serialOf(m.y, m.m, monthLong(m.y, m.m)); },
    DATEDIF: a => {
      const from = day(a, 0), to = day(a, 1), unit = str(a, 2).replace(/[A-Z]/g, c => c.toLowerCase());
      if (from.serial > to.serial) throw wrong.number;
      let whole = (to.y - from.y) * 12 + to.m - from.m;
      if (to.d < from.d) --whole;
      switch (unit) {
        case "y": return Math.trunc(whole / 12);
        case "m": return whole;
        case "ym": return whole % 12;
        case "d": return to.serial - from.serial;
        case "md": return to.serial - serial(monthsOn(from, whole));
        case "yd": return to.serial - serial(monthsOn(from, Math.trunc(whole / 12) * 12));
      }
      throw wrong.value;
    },
    NETWORKDAYS: a => {
      let from = day(a, 0).serial, to = day(a, 1).serial;
      const free = holidays(a, 2), sign = from <= to ? 1 : -1, none = new Set();
      if (from > to) [from, to] = [to, from];
      const weeks = Math.floor((to - from + 1) / 7);
      let count = weeks * 5;
      for (let d = from + weeks * 7; d <= to; ++d) count += isWorkday(d, none) ? 1 : 0;
      for (const d of free) count -= d >= from && d <= to && isWorkday(d, none) ? 1 : 0;
      return sign * count;
    },
    WORKDAY: a => {
      let d = day(a, 0).serial, left = Math.trunc(num(a, 1));
      const free = holidays(a, 2);
      if (!(Math.abs(left) < 1e5)) throw wrong.number;
      const way = left < 0 ? -1 : 1;
      for (left = Math.abs(left); left > 0;) {
        d += way;
        if (!dayOf(d)) throw wrong.number;
        if (isWorkday(d, free)) --left;
      }
      return d;
    }
  };

  const call = (name, args) => {
    let v;
    try { v = f[name](args); } catch (e) { if (isWrong(e)) return e; throw e; }
    if (isNumber(v) && !Number.isFinite(v)) return wrong.number;
    return isText(v) ? bounded(v) : v;
  };
  return {
    call, op, wrong, asText, asNumber, asLogical, one, compared,
    named: (values, list) => new Named(values, !!list),
    isWrong, names: Object.keys(f),
    // A worth as text: what is shown of it.
    shown: v => { const x = asText(one(v)); return isWrong(x) ? x.text : x; }
  };
}
