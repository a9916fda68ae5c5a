// What formulas are worth where Brindel is not there: the functions and operators that printed formulas call, with the
// meaning of core/rules/evaluate and its tables of functions. ECMAScript 5, which old and small interpreters
// of viewers run as well; no dependence. `around` has the day (a
// serial number), the minutes of the day, and the signs and names of the form's language.
function brindelFormulas(around) {
  "use strict";
  function Wrong(text) { this.text = text; }
  var wrong = {
    value: new Wrong("#VALUE!"),
    divide: new Wrong("#DIV/0!"),
    number: new Wrong("#NUM!"),
    name: new Wrong("#NAME?"),
    notAvailable: new Wrong("#N/A"),
    circle: new Wrong("#CIRCLE!")
  };
  // What a name stands for: a value, or the values of a list.
  function Named(values, list) {
    this.values = values;
    this.list = list;
  }

  // What later editions of the language have.
  function trunc(x) { return x < 0 ? Math.ceil(x) : Math.floor(x); }
  function signOf(x) { return x > 0 ? 1 : x < 0 ? -1 : 0; }
  function times(text, n) {
    var out = "";
    while (n-- > 0) out += text;
    return out;
  }
  var padded = function(x, n) {
    var text = String(x);
    return times("0", n - text.length) + text;
  };
  // The characters of a text, those beyond the basic plane whole.
  function lettersOf(text) { return text.match(/[\ud800-\udbff][\udc00-\udfff]|[\s\S]/g) || []; }
  function codeOf(c) {
    var high = c.charCodeAt(0);
    return c.length > 1 && high >= 0xd800 && high < 0xdc00 ?
        (high - 0xd800) * 0x400 + c.charCodeAt(1) - 0xdc00 + 0x10000 :
        high;
  }
  function letterOf(code) {
    return code < 0x10000 ? String.fromCharCode(code) :
                            String.fromCharCode(0xd800 + (code - 0x10000 >> 10), 0xdc00 + (code - 0x10000 & 0x3ff));
  }

  // All digits that a number has, as far as the interpreter gives them.
  function exponential(x) {
    try {
      return x.toExponential(60);
    } catch (e) { return x.toExponential(20); }
  }
  var log10 = Math.log10 || (function(x) {
                var y = Math.log(x) / Math.LN10, whole = Math.round(y);
                return Math.pow(10, whole) === x ? whole : y;
              });
  var log2 = Math.log2 || (function(x) {
               var y = Math.log(x) / Math.LN2, whole = Math.round(y);
               return Math.pow(2, whole) === x ? whole : y;
             });
  var longest = 100000;
  function isWrong(v) { return v instanceof Wrong; }
  function isText(v) { return typeof v === "string"; }
  function isNumber(v) { return typeof v === "number"; }
  function isNothing(v) { return v === null || v === undefined; }
  function one(x) {
    if (!(x instanceof Named)) return x === undefined ? null : x;
    if (x.list && x.values.length !== 1) return wrong.value;
    return x.values.length ? x.values[0] : null;
  }
  function all(x) { return x instanceof Named ? x.values : [x === undefined ? null : x]; }
  function rest(args) { return [].concat.apply([], args.map(all)); }
  function thrown(v) {
    if (isWrong(v)) throw v;
    return v;
  }
  function finite(x) { return isFinite(x) ? x : wrong.number; }
  function bytes(text) {
    var n = 0;
    lettersOf(text).forEach(function(c) {
      var code = codeOf(c);
      n += code < 0x80 ? 1 : code < 0x800 ? 2 : code < 0x10000 ? 3 : 4;
    });
    return n;
  }
  function bounded(text) { return text.length > longest / 4 && bytes(text) > longest ? wrong.value : text; }

  // ---- numbers and their digits ----
  // 15 significant digits, an exact half to the even one.
  function digits15(x) {
    var exact = exponential(Math.abs(x)), e = exact.indexOf("e");
    var said = exact[0] + exact.slice(2, e);
    var kept = said.slice(0, 15), power = parseInt(exact.slice(e + 1), 10);
    var cut = said.slice(15), half = "5" + times("0", cut.length - 1);
    if (cut > half || (cut === half && Number(kept[14]) % 2 === 1)) {
      var i = 14, list = kept.split("");
      while (i >= 0 && list[i] === "9") list[i--] = "0";
      if (i >= 0) list[i] = String(Number(list[i]) + 1);
      else {
        list.unshift("1");
        list.pop();
        ++power;
      }
      kept = list.join("");
    }
    return {digits: kept, power: power};
  }
  function tidied(x) {
    if (!isFinite(x) || x === 0) return x;
    var fifteen = digits15(x), digits = fifteen.digits, power = fifteen.power;
    var y = Number(digits[0] + "." + digits.slice(1) + "e" + power);
    return x < 0 ? -y : y;
  }
  function rounded(x, places) {
    if (!isFinite(x) || x === 0) return x;
    if (places > 20) return x;
    if (places < -20) return 0;
    var fifteen = digits15(x), digits = fifteen.digits, power = fifteen.power;
    var kept = power + 1 + places;
    if (kept < 0) return 0;
    if (kept >= 15) return tidied(x);
    var said = digits.slice(0, kept).split("");
    if (digits[kept] >= "5") {
      var i = kept - 1;
      while (i >= 0 && said[i] === "9") said[i--] = "0";
      if (i >= 0) said[i] = String(Number(said[i]) + 1);
      else said.unshift("1");
    }
    if (!said.length) return 0;
    var y = Number(said.join("") + "e" + -places);
    return x < 0 ? -y : y;
  }

  // A number as people copy it: at most 15 digits.
  function spelled(x) {
    var tidy = tidied(x);
    if (tidy === 0) return "0";
    var sign = tidy < 0 ? "-" : "", size = Math.abs(tidy);
    // Some interpreters leave out digits where nobody says how many are wanted.
    var fifteen = digits15(size), power = fifteen.power, digits = fifteen.digits.replace(/0+$/, "");
    var far = size < 1e-9 || size >= 1e15;
    if (far ? power < -5 + 1 || power >= 15 : power < -4)
      return sign + digits[0] + (digits.length > 1 ? "." + digits.slice(1) : "") + "e" + (power < 0 ? "-" : "+") +
          padded(Math.abs(power), 2);
    if (power < 0) return sign + "0." + times("0", -power - 1) + digits;
    return sign +
        (digits.length <= power + 1 ? digits + times("0", power + 1 - digits.length) :
                                      digits.slice(0, power + 1) + "." + digits.slice(power + 1));
  }
  var zeros = [
    0x30,  0x660, 0x6F0, 0x7C0, 0x966, 0x9E6, 0xA66,  0xAE6,  0xB66,  0xBE6,
    0xC66, 0xCE6, 0xD66, 0xE50, 0xED0, 0xF20, 0x1040, 0x17E0, 0x1810, 0xFF10
  ];
  function digitOf(code) {
    var zero = zeros.filter(function(z) { return code >= z && code < z + 10; })[0];
    return zero === undefined ? -1 : code - zero;
  }
  // A text with the digits of any script as 0 to 9.
  function plainDigits(text) {
    return lettersOf(text).map(function(c) { var d = digitOf(codeOf(c)); return d < 0 ? c : String(d); }).join("");
  }
  function trim(text) { return text.replace(/^[ \t\r\n]+|[ \t\r\n]+$/g, ""); }
  function isSpace(c) { return /\s/.test(c) || c === "\u202f"; }
  function plainNumber(text) {
    if (!/^\+?-?(\d+\.?\d*|\.\d+)([eE][+-]?\d+)?$/.test(text)) return null;
    var x = Number(text.replace(/^\+/, ""));
    return isFinite(x) ? x : null;
  }
  function numberTyped(text) {
    var clean = trim(text);
    if (!clean || bytes(clean) > 100) return null;
    var negative = false, begun = false, digits = "";
    var between = [];
    var typed = lettersOf(clean);
    for (var k = 0; k < typed.length; ++k) {
      var c = typed[k], code = codeOf(c), sign = c === "-" || c === "\u2212" || c === "+", digit = digitOf(code);
      if (code === 0x200E || code === 0x200F || code === 0x61C) continue;
      if (digit >= 0) digits += digit;
      else if (sign && !begun) negative = c !== "+";
      else if (sign || c.toLowerCase() !== c.toUpperCase() || code < 32 || (code >= 127 && code < 160)) return null;
      else between.push([digits.length, isSpace(c) ? "\u00a0" : c]);
      begun = true;
    }
    if (!digits) return null;
    var group = isSpace(around.group) ? "\u00a0" : around.group;
    var grouping = function(c) { return c === group || c === "\u00a0" || (c === "'" && group === "\u2019"); };
    var groups = function(count, end) {
      if (count === 0) return true;
      if (between[0][0] < 1 || between[0][0] > 3 || digits[0] === "0") return false;
      for (var i = 0; i < count; ++i) {
        var next = i + 1 < count ? between[i + 1][0] : end, wide = next - between[i][0];
        if (wide !== 3 && !(wide === 2 && i + 1 < count)) return false;
        if (between[i][1] !== between[0][1]) return false;
      }
      return true;
    };
    var whole = digits.length;
    var marks = between.length;
    if (marks > 0) {
      var at = between[marks - 1][0], last = between[marks - 1][1], alone = marks === 1 || groups(marks - 1, at);
      if (last === around.decimal && alone && (marks === 1 || grouping(between[0][1]))) whole = at;
      else if (groups(marks, digits.length) && grouping(last)) whole = digits.length;
      else if (marks === 1 && (last === "." || last === ",")) whole = at;
      else return null;
    }
    var x = Number((digits.slice(0, whole) || "0") + "." + (digits.slice(whole) || "0"));
    if (x >= 1e15) return null;
    return negative && x !== 0 ? -x : x;
  }
  function numberShown(x, places, grouped) {
    var plain = Math.abs(x).toFixed(Math.min(places, 20)).split(".");
    var whole = plain[0];
    if (grouped && whole.length >= around.groups[0] + around.leastGroup) {
      var parts = [];
      var size = around.groups[0];
      while (whole.length > size) {
        parts.unshift(whole.slice(-size));
        whole = whole.slice(0, -size);
        size = around.groups[1];
      }
      whole = [whole].concat(parts).join(around.group);
    }
    var said = (x < 0 || x === 0 && 1 / x < 0 ? around.minus || "-" : "") + whole + (plain[1] ? around.decimal + plain[1] : "");
    return inDigits(said);
  }

  // ---- days: 1 is 1899-12-31 ----
  var firstDay = Date.UTC(1899, 11, 30), dayLong = 86400000;
  function dayOf(serial) {
    var whole = Math.floor(serial);
    if (!(whole >= -693593) || !(whole <= 2958465)) return null;
    var d = new Date(firstDay + whole * dayLong);
    return {
      y: d.getUTCFullYear(),
      m: d.getUTCMonth() + 1,
      d: d.getUTCDate(),
      w: (d.getUTCDay() + 6) % 7 + 1,
      serial: whole
    };
  }
  function serialOf(y, m, d) {
    var date = new Date(0);
    date.setUTCFullYear(y, m - 1, d);
    return Math.round((date.getTime() - firstDay) / dayLong);
  }
  function monthLong(y, m) { return new Date(Date.UTC(2000 + (y % 400), m, 0)).getUTCDate(); }
  function isoDay(text) {
    var m = /^(\d{4})-(\d\d)-(\d\d)$/.exec(text);
    if (!m) return null;
    var y = Number(m[1]), month = Number(m[2]), d = Number(m[3]);
    return month >= 1 && month <= 12 && d >= 1 && d <= monthLong(y, month) ? serialOf(y, month, d) : null;
  }
  function minutesTyped(text) {
    var clean = trim(text),
        m = /^(\d{1,2})[:.](\d\d)$/.exec(clean) || /^(\d\d)(\d\d)$/.exec(clean) || /^(\d{1,2}):(\d)$/.exec(clean);
    if (!m || Number(m[1]) > 23 || Number(m[2]) > 59) return null;
    return Number(m[1]) * 60 + Number(m[2]);
  }
  // Digits as the form's language has them.
  function inDigits(said) {
    return around.zero === 0x30 ? said : said.replace(/\d/g, function(d) { return letterOf(around.zero + Number(d)); });
  }
  function dateShown(day, pattern) {
    var out = "";
    for (var i = 0; i < pattern.length;) {
      var c = pattern[i];
      if (c === "'") {
        if (pattern[i + 1] === "'") {
          out += "'";
          i += 2;
          continue;
        }
        var end = pattern.indexOf("'", i + 1);
        out += pattern.slice(i + 1, end < 0 ? pattern.length : end);
        i = end < 0 ? pattern.length : end + 1;
        continue;
      }
      if (!/[A-Za-z]/.test(c)) {
        out += c;
        ++i;
        continue;
      }
      var n = 1;
      while (pattern[i + n] === c) ++n;
      i += n;
      if (c === "y") out += n === 2 ? inDigits(padded(day.y % 100, 2)) : inDigits(padded(day.y, n));
      else if (c === "M")
        out += n < 3 ? inDigits(padded(day.m, n)) :
            n === 3  ? around.monthsShort[day.m - 1] :
            n === 4  ? around.months[day.m - 1] :
                       around.monthsNarrow[day.m - 1];
      else if (c === "d") out += inDigits(padded(day.d, n));
      else if (c === "E" || c === "e") out += n < 4 ? around.daysShort[day.w % 7] : around.days[day.w % 7];
      else return day.y + "-" + padded(day.m, 2) + "-" + padded(day.d, 2);
    }
    return out;
  }
  function timeShown(minutes, pattern) {
    return pattern.replace(
        /H+|m+/g,
        function(run) { return inDigits(padded(run[0] === "H" ? Math.floor(minutes / 60) : minutes % 60, run.length)); });
  }

  // ---- conversions ----
  function asNumber(v) {
    if (typeof v === "boolean") return v ? 1 : 0;
    if (isNothing(v)) return 0;
    if (!isText(v)) return v;
    var clean = trim(v), day = isoDay(clean);
    if (day !== null) return day;
    var plain = plainNumber(clean);
    if (plain !== null) return plain;
    var typed = numberTyped(v);
    if (typed !== null) return typed;
    var minutes = minutesTyped(clean);
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
    var upper = v.toUpperCase();
    return upper === "TRUE" ? true : upper === "FALSE" ? false : wrong.value;
  }
  function fold(text) { return text.toUpperCase().toLowerCase().replace(/ς/g, "σ"); }
  function byCodePoint(a, b) {
    var x = lettersOf(a), y = lettersOf(b);
    for (var i = 0; i < x.length && i < y.length; ++i)
      if (x[i] !== y[i]) return codeOf(x[i]) < codeOf(y[i]) ? -1 : 1;
    return x.length - y.length < 0 ? -1 : x.length > y.length ? 1 : 0;
  }
  function compared(a, b) {
    var filled = function(
        s, other) { return !isNothing(s)           ? s :
                        isText(other)              ? "" :
                        typeof other === "boolean" ? false :
                                                     0; };
    var rank = function(s) { return isNumber(s) ? 0 : isText(s) ? 1 : 2; };
    var x = filled(a, b), y = filled(b, a);
    if (rank(x) !== rank(y)) return rank(x) < rank(y) ? -1 : 1;
    if (isNumber(x)) {
      var m = tidied(x), n = tidied(y);
      return m < n ? -1 : m > n ? 1 : 0;
    }
    if (typeof x === "boolean") return Number(x) - Number(y);
    return byCodePoint(fold(x), fold(y));
  }

  // ---- operators ----
  function pair(a, b, work) {
    var x = one(a), y = one(b);
    return isWrong(x) ? x : isWrong(y) ? y : work(x, y);
  }
  var numbers2 = function(a, b, work) {
    return pair(a, b, function(l, r) {
      var x = asNumber(l), y = asNumber(r);
      return isWrong(x) ? x : isWrong(y) ? y : finite(thrownless(function() { return work(x, y); }));
    });
  };
  function thrownless(work) {
    try {
      return work();
    } catch (e) {
      if (isWrong(e)) return e;
      throw e;
    }
  }
  function finiteOr(x) { return isWrong(x) ? x : finite(x); }
  var near = function(
      x, y, result) { return Math.abs(result) < 5e-16 * Math.max(Math.abs(x), Math.abs(y)) ? 0 : result; };
  function power(x, y) {
    if (x === 0 && y === 0) return wrong.number;
    if (x === 0 && y < 0) return wrong.divide;
    return Math.pow(x, y);
  }
  var arithmetic = function(work) {
    return function(a, b) {
      return pair(a, b, function(l, r) {
        var x = asNumber(l), y = asNumber(r);
        return isWrong(x) ? x : isWrong(y) ? y : finiteOr(work(x, y));
      });
    };
  };
  var comparing = function(
      holds) { return function(a, b) { return pair(a, b, function(x, y) { return holds(compared(x, y)); }); }; };
  var onNumber = function(work) {
    return function(a) {
      var x = asNumber(one(a));
      return isWrong(x) ? x : work(x);
    };
  };
  var op = {
    add: arithmetic(function(x, y) { return near(x, y, x + y); }),
    sub: arithmetic(function(x, y) { return near(x, y, x - y); }),
    mul: arithmetic(function(x, y) { return x * y; }),
    div: arithmetic(function(x, y) { return y === 0 ? wrong.divide : x / y; }),
    pow: arithmetic(power),
    cat: function(a, b) { return pair(a, b, function(x, y) { return bounded(asText(x) + asText(y)); }); },
    eq: comparing(function(w) { return w === 0; }),
    ne: comparing(function(w) { return w !== 0; }),
    lt: comparing(function(w) { return w < 0; }),
    gt: comparing(function(w) { return w > 0; }),
    le: comparing(function(w) { return w <= 0; }),
    ge: comparing(function(w) { return w >= 0; }),
    neg: onNumber(function(x) { return -x; }),
    pos: onNumber(function(x) { return x; }),
    pct: onNumber(function(x) { return x / 100; })
  };

  // ---- arguments ----
  function given(a, i) { return i < a.length && a[i] !== undefined; }
  var num = function(
      a, i, otherwise) { return !given(a, i) && otherwise !== undefined ? otherwise : thrown(asNumber(one(a[i]))); };
  var str = function(
      a, i, otherwise) { return !given(a, i) && otherwise !== undefined ? otherwise : thrown(asText(one(a[i]))); };
  var log = function(
      a, i, otherwise) { return !given(a, i) && otherwise !== undefined ? otherwise : thrown(asLogical(one(a[i]))); };
  function letters(a, i) { return lettersOf(str(a, i)); }
  function day(a, i) {
    var d = dayOf(num(a, i));
    if (!d) throw wrong.value;
    return d;
  }
  function numbers(a) {
    var list = [];
    a.forEach(function(arg) {
      var reference = arg instanceof Named;
      all(arg).forEach(function(v) {
        thrown(v);
        if (isNumber(v)) list.push(v);
        else if (!reference && !isNothing(v)) list.push(thrown(asNumber(v)));
      });
    });
    return list;
  }
  function logicals(a) {
    var list = [];
    rest(a).forEach(function(v) {
      if (!isNothing(v)) list.push(thrown(asLogical(v)));
    });
    if (!list.length) throw wrong.value;
    return list;
  }
  function counted(x, least) {
    x = trunc(x);
    if (!(x >= least)) throw wrong.value;
    return Math.min(x, 1e9);
  }
  var positive = function(x) {
    if (!(x > 0)) throw wrong.number;
    return x;
  };
  function places(a, i) { return Math.min(400, Math.max(-400, trunc(num(a, i, 0)))); }
  function sum(list) {
    var total = 0, left = 0, most = 0;
    list.forEach(function(x) {
      most = Math.max(most, Math.abs(x));
      var next = total + x;
      left += Math.abs(total) >= Math.abs(x) ? (total - next) + x : (x - next) + total;
      total = next;
    });
    return Math.abs(total + left) < 5e-16 * most ? 0 : total + left;
  }
  function cut(x, at, away) {
    var scale = Math.pow(10, Math.min(300, Math.max(-300, at)));
    var scaled = tidied(x * scale);
    scaled = away ? signOf(scaled) * Math.ceil(Math.abs(scaled)) : trunc(scaled);
    return tidied(scaled / scale);
  }
  function stepped(a, up) {
    var x = num(a, 0), step = num(a, 1, x < 0 ? -1 : 1), fromNothing = num(a, 2, 0) !== 0;
    if (x === 0 || step === 0) return 0;
    if (x * step < 0 && x > 0) return wrong.number;
    var size = Math.abs(step), many = tidied(x / size), away = fromNothing && x < 0;
    return tidied((up !== away ? Math.ceil(many) : Math.floor(many)) * size);
  }
  var gcd2 = function(a, b) {
    while (b) {
      var remains = a % b;
      a = b;
      b = remains;
    }
    return a;
  };
  function criterion(wanted) {
    var sign = "", to = wanted;
    if (isText(wanted)) {
      sign = ["<>", "<=", ">=", "=", "<", ">"].filter(function(s) { return wanted.indexOf(s) === 0; })[0] || "";
      var left = wanted.slice(sign.length), x = asNumber(left);
      to = trim(left) && isNumber(x) ? x : left;
    }
    var kind = function(v) { return isNothing(v) ? "nothing" : typeof v; };
    return function(v) {
      if (isNothing(v) || isWrong(v)) return sign === "<>";
      var alike = kind(v) === kind(to);
      if (sign === "" || sign === "=") return alike && compared(v, to) === 0;
      if (sign === "<>") return !alike || compared(v, to) !== 0;
      if (!alike) return false;
      var way = compared(v, to);
      return sign === "<" ? way < 0 : sign === ">" ? way > 0 : sign === "<=" ? way <= 0 : way >= 0;
    };
  }
  function numbersIf(a) {
    var holds = criterion(thrown(one(a[1]))), asked = all(a[0]), summed = given(a, 2) ? all(a[2]) : asked, list = [];
    for (var i = 0; i < asked.length && i < summed.length; ++i) {
      if (!holds(asked[i])) continue;
      thrown(summed[i]);
      if (isNumber(summed[i])) list.push(summed[i]);
    }
    return list;
  }
  function ranked(a, largest) {
    var list = all(a[0]).map(thrown).filter(isNumber), place = Math.ceil(num(a, 1));
    if (!(place >= 1) || place > list.length) return wrong.number;
    list.sort(function(x, y) { return x - y; });
    return largest ? list[list.length - place] : list[place - 1];
  }
  function spread(a, sample) {
    var list = numbers(a);
    if (list.length < (sample ? 2 : 1)) return wrong.divide;
    var middle = sum(list) / list.length;
    return Math.sqrt(
        sum(list.map(function(x) { return (x - middle) * (x - middle); })) / (list.length - (sample ? 1 : 0)));
  }
  // 1 where it is there, 0 where it is not, -1 where what is behind a * is not found any more, from no later place either.
  function begins(text, at, pattern) {
    var p = 0, star = -1, again = 0;
    while (p < pattern.length) {
      var escaped = pattern[p] === "~" && p + 1 < pattern.length;
      if (!escaped && pattern[p] === "*") {
        star = p++;
        again = at;
        continue;
      }
      var wanted = escaped ? pattern[p + 1] : pattern[p];
      if (at < text.length && ((!escaped && wanted === "?") || text[at] === wanted)) {
        ++at;
        p += escaped ? 2 : 1;
        continue;
      }
      if (star < 0) return 0;
      if (again >= text.length) return -1;
      p = star + 1;
      at = ++again;
    }
    return 1;
  }
  var simpleFold = function(list) {
    return list.map(function(c) {
      var l = c.toLowerCase();
      return lettersOf(l).length === 1 ? l : c;
    });
  };
  function byPattern(a) {
    var v = one(a[0]);
    if (isText(v)) return v;
    var x = num(a, 0), pattern = str(a, 1);
    var dated = /[yYdDhH]/.test(pattern) || (/[mM]/.test(pattern) && !/[0#]/.test(pattern));
    if (dated) {
      var on = dayOf(x);
      if (!on) throw wrong.value;
      var minutes = Math.floor((x - Math.floor(x)) * 1440 + 0.5) % 1440;
      var datePart = "", timePart = "", clockPart = false;
      pattern.split("").forEach(function(letter) {
        var c = /[A-Z]/.test(letter) ? letter.toLowerCase() : letter;
        if (c === "h") clockPart = true;
        if (c === "h" || (clockPart && c === "m")) timePart += c === "h" ? "H" : "m";
        else if (c === ":") timePart += c;
        else datePart += c === "m" ? "M" : c;
      });
      if (!timePart) return dateShown(on, datePart);
      datePart = datePart.replace(/ +$/, "");
      var timeSaid = timeShown(minutes, timePart);
      return datePart ? dateShown(on, datePart) + " " + timeSaid : timeSaid;
    }
    var first = pattern.search(/[0#]/);
    if (first < 0) return pattern;
    var last = Math.max(pattern.lastIndexOf("0"), pattern.lastIndexOf("#"));
    var core = pattern.slice(first, last + 1), point = core.indexOf(".");
    var least = 0, most = 0, whole = 0;
    for (var i = 0; i < core.length; ++i) {
      if (core[i] !== "0" && core[i] !== "#") continue;
      if (point >= 0 && i > point) {
        ++most;
        if (core[i] === "0") least = most;
      } else if (core[i] === "0") ++whole;
    }
    var percent = pattern.indexOf("%", last) >= 0, shown = rounded(percent ? x * 100 : x, most);
    var count = most;
    while (count > least && rounded(shown, count - 1) === shown) --count;
    var said = numberShown(Math.abs(shown), count, core.indexOf(",") >= 0);
    var digits = /^[0-9]*/.exec(said)[0].length;
    if (digits < whole) said = times("0", whole - digits) + said;
    return (shown < 0 ? "-" : "") + pattern.slice(0, first) + said + pattern.slice(last + 1);
  }
  function eachWord(text) {
    var out = "", within = false;
    var list = lettersOf(text),
        isLetter = function(c) { return c !== undefined && c.toLowerCase() !== c.toUpperCase(); };
    for (var i = 0; i < list.length; ++i) {
      var c = list[i],
          word = isLetter(c) || /[0-9_]/.test(c) ||
          codeOf(c) > 0x2ff && !isSpace(c) && !/[\u2000-\u206f\u3000-\u303f]/.test(c);
      var joins = within && /['’.·]/.test(c) && isLetter(list[i + 1]) && isLetter(list[i - 1]);
      out += word && !within ? c.toLocaleUpperCase(around.language) : c;
      within = word || joins;
    }
    return out;
  }
  function monthsOn(from, by) {
    by = trunc(by);
    if (!(Math.abs(by) < 120000)) throw wrong.value;
    var months = from.y * 12 + from.m - 1 + by, y = Math.floor(months / 12), m = months - y * 12 + 1;
    if (y < 1 || y > 9999) throw wrong.value;
    return {y: y, m: m, d: Math.min(from.d, monthLong(y, m))};
  }
  function serial(d) { return serialOf(d.y, d.m, d.d); }
  function secondsOf(a) {
    var x = num(a, 0);
    if (!dayOf(x)) throw wrong.value;
    return Math.round((x - Math.floor(x)) * 86400) % 86400;
  }
  function isoWeek(d) {
    var thursday = d.serial - (d.w - 1) + 3, y = dayOf(thursday).y;
    return Math.floor((thursday - serialOf(y, 1, 1)) / 7) + 1;
  }
  function holidays(a, i) {
    var free = {};
    if (given(a, i))
      all(a[i]).forEach(function(v) {
        if (!isNothing(v)) free[Math.floor(thrown(asNumber(v)))] = true;
      });
    return free;
  }
  function isWorkday(s, free) { return dayOf(s).w <= 5 && !free[s]; }
  var f = {
    IF: function(a) {
      return log(a, 0) ? (a.length > 1 ? (given(a, 1) ? one(a[1]) : 0) : true) :
                         (a.length > 2 ? (given(a, 2) ? one(a[2]) : 0) : false);
    },
    IFERROR: function(a) {
      var v = one(a[0]);
      return isWrong(v) ? one(a[1]) : v;
    },
    IFNA: function(a) {
      var v = one(a[0]);
      return v === wrong.notAvailable ? one(a[1]) : v;
    },
    IFS: function(a) {
      for (var i = 0; i + 1 < a.length; i += 2)
        if (log(a, i)) return one(a[i + 1]);
      return wrong.notAvailable;
    },
    AND: function(a) { return logicals(a).every(function(x) { return x; }); },
    OR: function(a) { return logicals(a).some(function(x) { return x; }); },
    XOR: function(a) { return logicals(a).filter(function(x) { return x; }).length % 2 === 1; },
    NOT: function(a) { return !log(a, 0); },
    TRUE: function() { return true; },
    FALSE: function() { return false; },
    SWITCH: function(a) {
      var wanted = thrown(one(a[0]));
      var i = 1;
      for (; i + 1 < a.length; i += 2)
        if (compared(wanted, thrown(one(a[i]))) === 0) return one(a[i + 1]);
      return i < a.length ? one(a[i]) : wrong.notAvailable;
    },
    CHOOSE: function(a) {
      var which = trunc(num(a, 0));
      return !(which >= 1) || which >= a.length ? wrong.value : one(a[which]);
    },
    ISBLANK: function(a) {
      var v = all(a[0]);
      return v.length === 1 && isNothing(v[0]);
    },
    ISNUMBER: function(a) { return isNumber(one(a[0])); },
    ISTEXT: function(a) { return isText(one(a[0])); },
    ISNONTEXT: function(a) { return !isText(one(a[0])); },
    ISLOGICAL: function(a) { return typeof one(a[0]) === "boolean"; },
    ISERROR: function(a) { return isWrong(one(a[0])); },
    ISERR: function(a) {
      var v = one(a[0]);
      return isWrong(v) && v !== wrong.notAvailable;
    },
    ISNA: function(a) { return one(a[0]) === wrong.notAvailable; },
    ISEVEN: function(a) { return trunc(num(a, 0)) % 2 === 0; },
    ISIBAN: function(a) {
      var signs = str(a, 0).replace(/ /g, "").replace(/[a-z]/g, function(x) { return x.toUpperCase(); });
      if (!/^[A-Z]{2}[0-9]{2}[A-Z0-9]{11,30}$/.test(signs)) return false;
      var rest = 0;
      (signs.slice(4) + signs.slice(0, 4))
          .split("")
          .forEach(function(x) { rest = (x <= "9" ? rest * 10 + +x : rest * 100 + x.charCodeAt(0) - 55) % 97; });
      return rest === 1;
    },
    ISODD: function(a) { return trunc(num(a, 0)) % 2 !== 0; },
    N: function(a) {
      var v = one(a[0]);
      return isText(v) ? 0 : asNumber(v);
    },
    NA: function() { return wrong.notAvailable; },
    LEN: function(a) { return letters(a, 0).length; },
    LEFT: function(a) { return letters(a, 0).slice(0, counted(num(a, 1, 1), 0)).join(""); },
    RIGHT: function(a) {
      var t = letters(a, 0), n = Math.min(counted(num(a, 1, 1), 0), t.length);
      return t.slice(t.length - n).join("");
    },
    MID: function(a) {
      var t = letters(a, 0), from = counted(num(a, 1), 1) - 1, n = counted(num(a, 2), 0);
      return t.slice(from, from + n).join("");
    },
    TRIM: function(a) { return str(a, 0).replace(/ +/g, " ").replace(/^ | $/g, ""); },
    UPPER: function(a) { return str(a, 0).toLocaleUpperCase(around.language).replace(/\u00df/g, "SS"); },
    LOWER: function(a) { return str(a, 0).toLocaleLowerCase(around.language); },
    PROPER: function(a) { return eachWord(str(a, 0).toLocaleLowerCase(around.language)); },
    SUBSTITUTE: function(a) {
      var text = str(a, 0), from = str(a, 1), to = str(a, 2), which = given(a, 3) ? counted(num(a, 3), 1) : 0;
      if (!from) return text;
      var parts = text.split(from);
      if (which)
        return parts.length <= which ? text : parts.slice(0, which).join(from) + to + parts.slice(which).join(from);
      if (bytes(text) + (parts.length - 1) * bytes(to) > longest * 2) throw wrong.value;
      return thrown(bounded(parts.join(to)));
    },
    REPLACE: function(a) {
      var t = letters(a, 0), from = Math.min(counted(num(a, 1), 1) - 1, t.length), n = counted(num(a, 2), 0);
      return t.slice(0, from).join("") + str(a, 3) + t.slice(from + n).join("");
    },
    FIND: function(a) {
      var wanted = letters(a, 0), t = letters(a, 1), from = counted(num(a, 2, 1), 1) - 1;
      if (from > t.length) return wrong.value;
      var at = t.slice(from).join("").indexOf(wanted.join(""));
      return at < 0 ? wrong.value : lettersOf(t.slice(from).join("").slice(0, at)).length + from + 1;
    },
    SEARCH: function(a) {
      var wanted = simpleFold(letters(a, 0)), t = simpleFold(letters(a, 1));
      if (wanted.length * t.length > 2e6) throw wrong.value;
      for (var at = counted(num(a, 2, 1), 1) - 1, is = 0; at <= t.length && is >= 0; ++at) {
        is = begins(t, at, wanted);
        if (is > 0) return at + 1;
      }
      return wrong.value;
    },
    EXACT: function(a) { return str(a, 0) === str(a, 1); },
    REPT: function(a) {
      var t = str(a, 0), n = counted(num(a, 1), 0);
      if (bytes(t) * n > longest) throw wrong.value;
      return times(t, t ? n : 0);
    },
    TEXT: byPattern,
    VALUE: function(a) {
      var v = one(a[0]);
      return typeof v === "boolean" || (isText(v) && !trim(v)) ? wrong.value : asNumber(v);
    },
    FIXED: function(a) {
      var p = Math.min(20, Math.max(-20, trunc(num(a, 1, 2))));
      return numberShown(rounded(num(a, 0), p), Math.max(0, p), !log(a, 2, false));
    },
    CONCATENATE: function(a) { return a.map(function(x, i) { return str(a, i); }).join(""); },
    TEXTJOIN: function(a) {
      var between = str(a, 0), skips = log(a, 1),
          list = rest(a.slice(2)).map(function(v) { return thrown(asText(v)); });
      return thrown(bounded((skips ? list.filter(function(t) { return t; }) : list).join(between)));
    },
    UNICHAR: function(a) {
      var c = trunc(num(a, 0));
      if (!(c >= 1) || c > 0x10FFFF || (c >= 0xD800 && c <= 0xDFFF)) throw wrong.value;
      return letterOf(c);
    },
    UNICODE: function(a) {
      var t = str(a, 0);
      return t ? codeOf(t) : wrong.value;
    },
    T: function(a) {
      var v = one(a[0]);
      return isText(v) || isWrong(v) ? v : "";
    },
    ROUND: function(a) { return rounded(num(a, 0), places(a, 1)); },
    ROUNDUP: function(a) { return cut(num(a, 0), places(a, 1), true); },
    ROUNDDOWN: function(a) { return cut(num(a, 0), places(a, 1), false); },
    TRUNC: function(a) { return cut(num(a, 0), places(a, 1), false); },
    INT: function(a) { return Math.floor(tidied(num(a, 0))); },
    CEILING: function(a) { return stepped(a, true); },
    FLOOR: function(a) { return stepped(a, false); },
    MROUND: function(a) {
      var x = num(a, 0), step = num(a, 1);
      if (step === 0) return 0;
      if (x * step < 0) throw wrong.number;
      return tidied(rounded(x / step, 0) * step);
    },
    MOD: function(a) {
      var x = num(a, 0), y = num(a, 1);
      if (y === 0) throw wrong.divide;
      return near(x, y, x - y * Math.floor(tidied(x / y)));
    },
    QUOTIENT: function(a) {
      var x = num(a, 0), y = num(a, 1);
      if (y === 0) throw wrong.divide;
      return trunc(tidied(x / y));
    },
    ABS: function(a) { return Math.abs(num(a, 0)); },
    SIGN: function(a) {
      var x = num(a, 0);
      return (x > 0) - (x < 0);
    },
    POWER: function(a) { return thrown(power(num(a, 0), num(a, 1))); },
    SQRT: function(a) { return Math.sqrt(num(a, 0)); },
    EXP: function(a) { return Math.exp(num(a, 0)); },
    LN: function(a) { return Math.log(positive(num(a, 0))); },
    LOG: function(a) {
      var x = positive(num(a, 0)), base = positive(num(a, 1, 10));
      if (base === 1) throw wrong.divide;
      return base === 10 ? log10(x) : base === 2 ? log2(x) : Math.log(x) / Math.log(base);
    },
    LOG10: function(a) { return log10(positive(num(a, 0))); },
    PI: function() { return Math.PI; },
    EVEN: function(a) {
      var x = num(a, 0);
      return signOf(x) * Math.ceil(Math.abs(x) / 2) * 2 + 0;
    },
    ODD: function(a) {
      var x = num(a, 0);
      return (x < 0 ? -1 : 1) * (Math.max(0, Math.ceil((Math.abs(x) - 1) / 2)) * 2 + 1);
    },
    GCD: function(a) {
      return numbers(a).reduce(function(g, x) {
        if (x < 0 || x > 9e15) throw wrong.value;
        return gcd2(g, trunc(x));
      }, 0);
    },
    LCM: function(a) {
      var l = 1;
      var list = numbers(a).map(trunc);
      for (var i = 0; i < list.length; ++i) {
        var x = list[i];
        if (x < 0 || x > 9e15) throw wrong.value;
        if (x === 0) return 0;
        l = l / gcd2(l, x) * x;
        if (l > 9e15) throw wrong.number;
      }
      return l;
    },
    FACT: function(a) {
      var n = trunc(num(a, 0));
      if (n < 0 || n > 170) throw wrong.number;
      var x = 1;
      for (var i = 2; i <= n; ++i) x *= i;
      return x;
    },
    COMBIN: function(a) {
      var n = trunc(num(a, 0)), k = trunc(num(a, 1));
      if (n < 0 || k < 0 || k > n || n > 1e6) throw wrong.number;
      var less = Math.min(k, n - k);
      if (less > 5000) throw wrong.number;
      var x = 1;
      for (var i = 1; i <= less; ++i) x = x * (n - less + i) / i;
      return Math.round(x);
    },
    PMT: function(a) {
      var rate = num(a, 0), count = num(a, 1), value = num(a, 2), end = num(a, 3, 0), atStart = num(a, 4, 0) !== 0;
      if (count === 0) return wrong.number;
      if (rate === 0) return -(value + end) / count;
      var grown = Math.pow(1 + rate, count);
      return -(value * grown + end) * rate / ((grown - 1) * (atStart ? 1 + rate : 1));
    },
    SUM: function(a) { return sum(numbers(a)); },
    PRODUCT: function(a) {
      var list = numbers(a);
      return list.length ? list.reduce(function(p, x) { return p * x; }, 1) : 0;
    },
    SUMPRODUCT: function(a) {
      var products = all(a[0]).map(function() { return 1; });
      for (var i = 0; i < a.length; ++i) {
        var list = all(a[i]);
        if (list.length !== products.length) return wrong.value;
        for (var k = 0; k < list.length; ++k) products[k] *= isNumber(thrown(list[k])) ? list[k] : 0;
      }
      return sum(products);
    },
    COUNT: function(a) { return rest(a).filter(isNumber).length; },
    COUNTA: function(a) { return rest(a).filter(function(v) { return !isNothing(v); }).length; },
    COUNTBLANK: function(a) { return rest(a).filter(function(v) { return isNothing(v) || v === ""; }).length; },
    COUNTIF: function(a) {
      var wanted = one(a[1]);
      return isWrong(wanted) ? wanted : all(a[0]).filter(criterion(wanted)).length;
    },
    SUMIF: function(a) { return sum(numbersIf(a)); },
    AVERAGEIF: function(a) {
      var list = numbersIf(a);
      return list.length ? sum(list) / list.length : wrong.divide;
    },
    AVERAGE: function(a) {
      var list = numbers(a);
      return list.length ? sum(list) / list.length : wrong.divide;
    },
    MIN: function(a) {
      var list = numbers(a);
      return list.length ? list.reduce(function(m, x) { return Math.min(m, x); }) : 0;
    },
    MAX: function(a) {
      var list = numbers(a);
      return list.length ? list.reduce(function(m, x) { return Math.max(m, x); }) : 0;
    },
    MEDIAN: function(a) {
      var list = numbers(a).sort(function(x, y) { return x - y; }), n = list.length;
      return !n ? wrong.number : n % 2 ? list[(n - 1) / 2] : (list[n / 2 - 1] + list[n / 2]) / 2;
    },
    LARGE: function(a) { return ranked(a, true); },
    SMALL: function(a) { return ranked(a, false); },
    STDEV: function(a) { return spread(a, true); },
    STDEVP: function(a) { return spread(a, false); },
    TODAY: function() { return around.today; },
    NOW: function() { return around.today + around.minutes / 1440; },
    DATE: function(a) {
      var y = trunc(num(a, 0));
      var m = trunc(num(a, 1)), d = trunc(num(a, 2));
      if (!(Math.abs(m) < 2e5) || !(Math.abs(d) < 5e6) || !(y >= 0) || y > 9999) throw wrong.value;
      if (y < 100) y += y >= 69 ? 1900 : 2000;
      var months = y * 12 + m - 1, inYear = Math.floor(months / 12);
      var s = serialOf(inYear, months - inYear * 12 + 1, 1) + d - 1;
      if (!dayOf(s)) throw wrong.value;
      return s;
    },
    TIME: function(a) {
      var s = num(a, 0) * 3600 + num(a, 1) * 60 + num(a, 2);
      if (!(Math.abs(s) < 1e12)) throw wrong.value;
      return s / 86400;
    },
    DATEVALUE: function(a) {
      var s = isoDay(trim(str(a, 0)));
      if (s === null) throw wrong.value;
      return s;
    },
    TIMEVALUE: function(a) {
      var m = minutesTyped(str(a, 0));
      if (m === null) throw wrong.value;
      return m / 1440;
    },
    YEAR: function(a) { return day(a, 0).y; },
    MONTH: function(a) { return day(a, 0).m; },
    DAY: function(a) { return day(a, 0).d; },
    WEEKDAY: function(a) {
      var w = day(a, 0).w, kind = trunc(num(a, 1, 1));
      if (kind === 1) return w % 7 + 1;
      if (kind === 2) return w;
      if (kind === 3) return w - 1;
      return kind >= 11 && kind <= 17 ? (w + 7 - (kind - 10)) % 7 + 1 : wrong.number;
    },
    ISOWEEKNUM: function(a) { return isoWeek(day(a, 0)); },
    WEEKNUM: function(a) {
      var d = day(a, 0), kind = trunc(num(a, 1, 1));
      if (kind === 21) return isoWeek(d);
      var start = kind === 1 || kind === 17 ? 7 :
          kind === 2 || kind === 11         ? 1 :
          kind > 11 && kind < 17            ? kind - 10 :
                                              0;
      if (!start) return wrong.number;
      var first = serialOf(d.y, 1, 1), shift = (dayOf(first).w + 7 - start) % 7;
      return Math.floor((d.serial - first + shift) / 7) + 1;
    },
    HOUR: function(a) { return Math.floor(secondsOf(a) / 3600); },
    MINUTE: function(a) { return Math.floor(secondsOf(a) / 60) % 60; },
    SECOND: function(a) { return secondsOf(a) % 60; },
    DAYS: function(a) { return day(a, 0).serial - day(a, 1).serial; },
    EDATE: function(a) { return serial(monthsOn(day(a, 0), num(a, 1))); },
    EOMONTH: function(a) {
      var m = monthsOn(day(a, 0), num(a, 1));
      return serialOf(m.y, m.m, monthLong(m.y, m.m));
    },
    DATEDIF: function(a) {
      var from = day(a, 0), to = day(a, 1), unit = str(a, 2).replace(/[A-Z]/g, function(c) { return c.toLowerCase(); });
      if (from.serial > to.serial) throw wrong.number;
      var whole = (to.y - from.y) * 12 + to.m - from.m;
      if (to.d < from.d) --whole;
      switch (unit) {
        case "y": return trunc(whole / 12);
        case "m": return whole;
        case "ym": return whole % 12;
        case "d": return to.serial - from.serial;
        case "md": return to.serial - serial(monthsOn(from, whole));
        case "yd": return to.serial - serial(monthsOn(from, trunc(whole / 12) * 12));
      }
      throw wrong.value;
    },
    NETWORKDAYS: function(a) {
      var from = day(a, 0).serial, to = day(a, 1).serial;
      var free = holidays(a, 2), sign = from <= to ? 1 : -1, none = {};
      if (from > to) {
        var last = from;
        from = to;
        to = last;
      }
      var weeks = Math.floor((to - from + 1) / 7);
      var count = weeks * 5;
      for (var d = from + weeks * 7; d <= to; ++d) count += isWorkday(d, none) ? 1 : 0;
      Object.keys(free).map(Number).forEach(function(
          d) { count -= d >= from && d <= to && isWorkday(d, none) ? 1 : 0; });
      return sign * count;
    },
    WORKDAY: function(a) {
      var d = day(a, 0).serial, left = trunc(num(a, 1));
      var free = holidays(a, 2);
      if (!(Math.abs(left) < 1e5)) throw wrong.number;
      var way = left < 0 ? -1 : 1;
      for (left = Math.abs(left); left > 0;) {
        d += way;
        if (!dayOf(d)) throw wrong.number;
        if (isWorkday(d, free)) --left;
      }
      return d;
    }
  };
  var call = function(name, args) {
    var v;
    try {
      v = f[name](args);
    } catch (e) {
      if (isWrong(e)) return e;
      throw e;
    }
    if (isNumber(v) && !isFinite(v)) return wrong.number;
    return isText(v) ? bounded(v) : v;
  };
  return {
    call: call,
    op: op,
    wrong: wrong,
    asText: asText,
    asNumber: asNumber,
    asLogical: asLogical,
    one: one,
    compared: compared,
    named: function(values, list) { return new Named(values, !!list); },
    numberTyped: numberTyped, numberShown: numberShown, trim: trim, dayOf: dayOf, serialOf: serialOf, isoDay: isoDay,
    padded: padded, lettersOf: lettersOf, inDigits: inDigits, plainDigits: plainDigits,
    isWrong: isWrong,
    names: Object.keys(f),
    // A worth as text: what is shown of it.
    shown: function(v) {
      var x = asText(one(v));
      return isWrong(x) ? x.text : x;
    }
  };
}
