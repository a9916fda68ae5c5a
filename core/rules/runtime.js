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
  // What a name stands for: a value, or the values of a list; of one that a form holds row by row.
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
  // Not every interpreter reads a sign before digits alone.
  function signed(text) { return text[0] === "-" ? -text.slice(1) : text[0] === "+" ? signed(text.slice(1)) : +text; }
  function plainNumber(text) {
    if (!/^\+?-?(\d+\.?\d*|\.\d+)([eE][+-]?\d+)?$/.test(text)) return null;
    var x = signed(text);
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
  // A number that is not below zero with so many places, by the fewest digits that say it.
  function decimalsOf(x, places) {
    var said = String(rounded(x, places)).split("e"), parts = said[0].split("."), digits = parts.join("");
    var point = parts[0].length + (said[1] ? signed(said[1]) : 0);
    digits = times("0", 1 - point) + digits;
    point = Math.max(point, 1);
    digits += times("0", point + places - digits.length);
    return [digits.slice(0, point), digits.slice(point, point + places)];
  }
  function numberShown(x, places, grouped) {
    var plain = decimalsOf(Math.abs(x), Math.min(places, 20)), whole = plain[0], parts = [], size = around.groups[0];
    if (grouped && whole.length >= size + around.leastGroup) {
      while (whole.length > size) {
        parts.unshift(whole.slice(-size));
        whole = whole.slice(0, -size);
        size = around.groups[1];
      }
      whole = [whole].concat(parts).join(around.group);
    }
    return inDigits((x < 0 || x === 0 && 1 / x < 0 ? around.minus || "-" : "") + whole + (plain[1] ? around.decimal + plain[1] : ""));
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
  // The moment that a text says as files have it: 2026-04-01, 08:30, 08:30:15, 2026-04-01 08:30.
  function momentSaid(text) {
    var m = /^(\d{4}-\d\d-\d\d)?(?:(?:^|[T ])(\d{1,2}):(\d\d)(?::(\d\d(?:\.\d*)?))?)?$/.exec(text), d = m && m[1] ? isoDay(m[1]) : 0;
    if (!text || !m || d === null || m[2] > 23 || m[3] > 59 || m[4] >= 60) return null;
    return d + ((m[2] || 0) * 3600 + (m[3] || 0) * 60 + Number(m[4] || 0)) / 86400;
  }
  function minutesTyped(text) {
    var clean = trim(text), m = /^(\d{1,2})[:.](\d\d)$/.exec(clean) || /^(\d\d)(\d\d)$/.exec(clean);
    return !m || m[1] > 23 || m[2] > 59 ? null : m[1] * 60 + Number(m[2]);
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

  // ---- conversions ----
  function asNumber(v) {
    if (typeof v === "boolean") return v ? 1 : 0;
    if (isNothing(v)) return 0;
    if (!isText(v)) return v;
    var clean = trim(v), plain = trim(clean.replace(/%$/, "")), x = momentSaid(clean);
    if (x !== null) return x;
    // By the language first: 1.234 is a thousand and more where a point parts thousands.
    x = numberTyped(plain);
    if (x === null) x = plainNumber(plain);
    if (x !== null) return /%$/.test(clean) ? x / 100 : x;
    x = minutesTyped(clean);
    return x !== null ? x / 1440 : wrong.value;
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
  // Full folding of letters; a dotless i is a letter of its own where the language has it.
  function fold(text) {
    if (/^(tr|az)/.test(around.language)) text = text.replace(/I/g, "ı").replace(/İ/g, "i");
    return text.replace(/[^ı]+/g, function(run) {
      return run.replace(/[\u1e9e\xdf]/g, "ss").toUpperCase().toLowerCase().replace(/ς/g, "σ");
    });
  }
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
    a.forEach(function(arg) {
      var reference = arg instanceof Named;
      all(arg).forEach(function(v) {
        if (!isNothing(v) && !(reference && isText(v))) list.push(thrown(asLogical(v)));
      });
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
  // What is left of a division, exactly: of whole numbers as they are, of others by the 15 digits that people read.
  function modulo(x, y) {
    var left;
    if (x === trunc(x) && y === trunc(y)) {
      left = x % y;
      return left !== 0 && left < 0 !== y < 0 ? left + y : left;
    }
    var whole = function(n) {
      var fifteen = digits15(n), digits = n === 0 ? "0" : fifteen.digits, places = n === 0 ? 0 : 14 - fifteen.power;
      while (places > 0 && digits.length > 1 && digits[digits.length - 1] === "0") {
        digits = digits.slice(0, -1);
        --places;
      }
      return places < 0 ? {digits: digits + times("0", -places), places: 0} : {digits: digits, places: places};
    };
    var of = whole(x), by = whole(y), places = Math.max(of.places, by.places);
    if (places > 40) throw wrong.number;
    var divisor = (by.digits + times("0", places - by.places)).replace(/^0+(?=.)/, "");
    if (divisor.length > 14) throw wrong.number;
    divisor = Number(divisor);
    left = 0;
    (of.digits + times("0", places - of.places)).split("").forEach(function(d) { left = (left * 10 + Number(d)) % divisor; });
    if (left !== 0 && x < 0 !== y < 0) left = divisor - left;
    left = Number(left + "e-" + places);
    return y < 0 ? -left : left;
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
    var sign = "", to = wanted, blank = false, pattern = null;
    if (isText(wanted)) {
      sign = ["<>", "<=", ">=", "=", "<", ">"].filter(function(s) { return wanted.indexOf(s) === 0; })[0] || "";
      var left = wanted.slice(sign.length), x = asNumber(left);
      blank = sign !== "" && left === "";
      to = trim(left) && isNumber(x) ? x : left;
      if (isText(to) && /[?*~]/.test(to) && !/^[<>]=?$/.test(sign)) pattern = simpleFold(lettersOf(to));
    }
    var kind = function(v) { return isNothing(v) ? "nothing" : typeof v; };
    var equals = function(v) {
      if (!pattern) return compared(v, to) === 0;
      var text = simpleFold(lettersOf(v));
      if (text.length * pattern.length > 2e6) throw wrong.value;
      return begins(text, 0, pattern, true) > 0;
    };
    return function(v) {
      if (blank) return sign === "=" ? isNothing(v) : sign === "<>" && !isNothing(v);
      if (isNothing(v) || isWrong(v)) return sign === "<>";
      var alike = kind(v) === kind(to);
      if (sign === "" || sign === "=") return alike && equals(v);
      if (sign === "<>") return !alike || !equals(v);
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
  function variance(a, sample) {
    var list = numbers(a);
    if (list.length < (sample ? 2 : 1)) throw wrong.divide;
    var middle = sum(list) / list.length;
    return sum(list.map(function(x) { return (x - middle) * (x - middle); })) / (list.length - (sample ? 1 : 0));
  }
  function numbersOf(x) { return all(x).map(thrown).filter(isNumber); }
  function rising(x, y) { return x - y; }
  // Which rows meet all criteria, lists and criteria from an argument on.
  function meeting(a, from) {
    var meets = all(a[from]).map(function() { return true; });
    for (var i = from; i + 1 < a.length; i += 2) {
      var asked = all(a[i]), holds = criterion(thrown(one(a[i + 1])));
      if (asked.length !== meets.length) throw wrong.value;
      for (var k = 0; k < asked.length; ++k) meets[k] = meets[k] && holds(asked[k]);
    }
    if ((a.length - from) % 2) throw wrong.value;
    return meets;
  }
  function numbersIfAll(a) {
    var meets = meeting(a, 1), values = all(a[0]);
    if (values.length !== meets.length) throw wrong.value;
    return values.filter(function(v, i) { return meets[i] && isNumber(thrown(v)); });
  }
  function partOf(list, part) {
    if (!list.length || !(part >= 0) || part > 1) throw wrong.number;
    list.sort(rising);
    var at = part * (list.length - 1), i = Math.floor(tidied(at)), left = at - i;
    return left <= 0 || i + 1 >= list.length ? list[i] : list[i] + (list[i + 1] - list[i]) * left;
  }
  function kindOf(v) { return isNothing(v) ? "nothing" : isWrong(v) ? "wrong" : typeof v; }
  function foundAt(wanted, list, way) {
    thrown(wanted);
    var found = -1, equal = criterion(isText(wanted) ? "=" + wanted : wanted);
    for (var i = 0; i < list.length; ++i) {
      var v = list[i];
      if (isNothing(v) || isWrong(v)) continue;
      if (way === 0) {
        if (isText(wanted) && isText(v) ? equal(v) || compared(v, wanted) === 0 : kindOf(v) === kindOf(wanted) && compared(v, wanted) === 0) return i;
        continue;
      }
      if (kindOf(v) !== kindOf(wanted)) continue;
      var order = compared(v, wanted);
      if (way > 0 ? order > 0 : order < 0) break;
      found = i;
    }
    if (found < 0) throw wrong.notAvailable;
    return found;
  }
  function listed(values, columns, headings) {
    var list = new Named(values, true);
    list.columns = columns;
    list.headings = headings;
    return list;
  }
  // A list with its columns.
  function table(x) {
    var list = all(x);
    if (!(x instanceof Named && x.list) && list.length === 1) thrown(list[0]);
    return x instanceof Named && x.columns ? x : listed(list, 1, []);
  }
  // A column of a list, by its heading or its number from 1 on.
  function columnAt(a, i, list) {
    var which = one(a[i]);
    if (isText(which))
      for (var k = 0; k < list.headings.length; ++k)
        if (compared(list.headings[k], which) === 0) return k;
    var number = trunc(num(a, i));
    if (!(number >= 1) || number > list.columns) throw wrong.value;
    return number - 1;
  }
  function everyOf(list, from) {
    return list.values.filter(function(v, i) { return i % list.columns === from; });
  }
  // ---- money over time ----
  function grown(rate, count) { return Math.pow(1 + rate, count); }
  function paymentsOf(rate, count, atStart) {
    return rate === 0 ? count : (grown(rate, count) - 1) / rate * (atStart ? 1 + rate : 1);
  }
  function payOf(rate, count, now, end, atStart) {
    if (count === 0) throw wrong.number;
    return -(now * grown(rate, count) + end) / paymentsOf(rate, count, atStart);
  }
  function endOf(rate, count, pay, now, atStart) {
    return -(now * grown(rate, count) + pay * paymentsOf(rate, count, atStart));
  }
  function rateWhere(of, guess) {
    var rate = guess;
    for (var i = 0; i < 100; ++i) {
      var value = of(rate), step = Math.max(1e-7, Math.abs(rate) * 1e-7);
      var slope = (of(rate + step) - of(rate - step)) / (2 * step);
      if (!isFinite(value) || !isFinite(slope) || slope === 0) throw wrong.number;
      var next = Math.max(-0.999999, rate - value / slope);
      if (Math.abs(next - rate) <= 1e-12 * Math.max(1, Math.abs(next))) {
        if (next > -0.999999) return next;
        break;
      }
      rate = next;
    }
    throw wrong.number;
  }
  function interestOf(rate, at, count, now, end, atStart) {
    at = trunc(at);
    if (at < 1 || at > count) throw wrong.number;
    var pay = payOf(rate, count, now, end, atStart);
    if (atStart && at === 1) return 0;
    return endOf(rate, at - 1, pay, now, atStart) * rate / (atStart ? 1 + rate : 1);
  }
  function worthNow(rate, list) {
    var total = 0, factor = 1;
    list.forEach(function(x) { total += x / (factor *= 1 + rate); });
    return total;
  }
  // 1 where it is there, 0 where it is not, -1 where what is behind a * is not found any more, from no later place either.
  function begins(text, at, pattern, whole) {
    var p = 0, star = -1, again = 0;
    while (p < pattern.length || (whole && at < text.length)) {
      var escaped = pattern[p] === "~" && p + 1 < pattern.length;
      if (!escaped && pattern[p] === "*") {
        star = p++;
        again = at;
        continue;
      }
      var wanted = escaped ? pattern[p + 1] : pattern[p];
      if (p < pattern.length && at < text.length && ((!escaped && wanted === "?") || text[at] === wanted)) {
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
      if (c === "ı") return c;
      var u = c.toUpperCase(), l = (lettersOf(u).length === 1 ? u : c).toLowerCase();
      return lettersOf(l).length === 1 ? l : c;
    });
  };
  // ---- format codes (core/rules/format_codes) ----
  // A code as sections of pieces: {what, text}.
  function sectionsOf(code) {
    var sections = [[]], at = 0;
    var add = function(what, text) {
      var section = sections[sections.length - 1], last = section[section.length - 1];
      if (what === "text" && last && last.what === "text") last.text += text;
      else section.push({what: what, text: text});
    };
    var signAt = function(i) { return lettersOf(code.slice(i, i + 2))[0] || ""; };
    var signs = {"0": "digit", "#": "digit", "?": "digit", ".": "point", ",": "comma", "%": "percent", "@": "itself"};
    while (at < code.length) {
      var c = code[at], end, next, run, left = code.slice(at);
      if (c === ";" && sections.length < 4) {
        sections.push([]);
        ++at;
      } else if (c === "\"") {
        end = code.indexOf("\"", at + 1);
        if (end < 0) end = code.length;
        add("text", code.slice(at + 1, end));
        at = end + 1;
      } else if (c === "\\" || c === "_" || c === "*") {
        next = signAt(at + 1);
        add("text", c === "\\" ? next : c === "_" ? " " : "");
        at += 1 + next.length;
      } else if (c === "[") {
        end = code.indexOf("]", at);
        if (end < 0) end = code.length;
        run = code.slice(at + 1, end);
        if (/^([hms])\1*$/i.test(run)) add("passed", run.toLowerCase());
        else if (run[0] === "$") add("text", run.slice(1).split("-")[0]);
        at = end + 1;
      } else if (signs[c]) {
        add(signs[c], c);
        ++at;
      } else if (/[A-Za-z]/.test(c)) {
        next = /^(am\/pm|a\/p)/i.exec(left);
        if (next) {
          add("half", next[0]);
          at += next[0].length;
          continue;
        }
        run = /^[A-Za-z]+/.exec(left)[0];
        next = /^e([+-]0+)/i.exec(left);
        if (/^(general|standard)$/i.test(run)) add("general", run);
        else if (run.length === 1 && next && sections[sections.length - 1].length) {
          add("power", next[1]);
          run = next[0];
        } else if (run === "T" || !/^[ymdhsT]+$/i.test(run) || /t/.test(run)) add("text", run);
        else
          run.match(/([ymdhs])\1*|T+/gi).forEach(function(same) {
            add(/T/.test(same) ? "text" : "date", /T/.test(same) ? same : same.toLowerCase());
          });
        at += run.length;
      } else {
        next = signAt(at);
        add("text", next);
        at += next.length;
      }
    }
    sections.forEach(settle);
    return sections;
  }
  // A section is of numbers or of dates, as its first code is: the other's codes are text there.
  function settle(section) {
    var first = section.filter(function(p) { return /^(digit|date|passed)$/.test(p.what); })[0];
    var dates = first && first.what !== "digit";
    for (var i = 0; i < section.length; ++i) {
      var p = section[i], before = section[i - 1];
      if (!first) {
        if (/^(point|comma|power|half)$/.test(p.what)) p.what = "text";
      } else if (!dates) {
        if (/^(date|passed|half)$/.test(p.what)) p.what = "text";
      } else if (before && p.what === "point" && /^(date|passed)$/.test(before.what) && before.text[0] === "s") {
        while (section[i + 1] && section[i + 1].what === "digit" && section[i + 1].text === "0") {
          p.text += "0";
          section.splice(i + 1, 1);
        }
        if (p.text.length === 1) p.what = "text";
      } else if (/^(digit|point|comma|percent|power)$/.test(p.what)) p.what = "text";
    }
  }
  function numberByCode(section, x) {
    var whole = 0, least = 0, places = 0, percents = 0, thousands = 0, grouped = false, powered = false;
    var behind = false, must = false, wide, i, k;
    section.forEach(function(p, i) {
      if (p.what === "power") powered = behind = true;
      if (p.what === "point") behind = true;
      if (p.what === "percent") ++percents;
      if (p.what === "digit" && !powered) {
        if (behind) ++places;
        else {
          ++whole;
          must = must || p.text === "0";
          if (must) ++least;
        }
      }
      if (p.what === "comma" && whole + places > 0) {
        var follows = false;
        for (k = i + 1; !behind && k < section.length && section[k].what !== "point"; ++k)
          follows = follows || section[k].what === "digit";
        if (follows) grouped = true;
        else ++thousands;
      }
    });
    for (i = 0; i < percents; ++i) x *= 100;
    for (i = 0; i < thousands; ++i) x /= 1000;
    places = Math.min(places, 20);
    var power = 0, steps = whole > least && whole > 1;
    if (powered && x !== 0) {
      var scaled = function(by) { return by < -300 ? x * 1e300 * Math.pow(10, -by - 300) : tidied(x / Math.pow(10, by)); };
      wide = Math.max(1, whole);
      power = digits15(x).power;
      power = steps ? Math.floor(power / wide) * wide : power - (wide - 1);
      var part = scaled(power);
      if (rounded(part, places) >= Math.pow(10, wide)) part = scaled(power += steps ? wide : 1);
      x = part;
    }
    x = rounded(x, places);
    var parts = decimalsOf(x, places), digits = parts[0] === "0" ? "" : parts[0], decimals = parts[1];
    digits = times("0", least - digits.length) + digits;
    var more = function(from) { return /[1-9]/.test(decimals.slice(from)); };
    var shows = function(from) {
      var place = 0, past = false, any = false;
      section.every(function(p) {
        if (p.what === "point") past = true;
        if (p.what === "digit" && past) {
          if (place >= from && (p.text !== "#" || more(place))) any = true;
          ++place;
        }
        return p.what !== "power";
      });
      return any;
    };
    var out = "", place = 0, decimal = 0;
    behind = powered = false;
    section.forEach(function(p) {
      if (p.what === "text" || p.what === "percent") out += p.text;
      else if (p.what === "point") {
        if (whole === 0) out += inDigits(digits);
        behind = true;
        if (shows(0)) out += around.decimal;
      } else if (p.what === "power") {
        powered = behind = true;
        out += "E" + (power < 0 ? "-" : p.text[0] === "+" ? "+" : "") + inDigits(padded(Math.abs(power), p.text.length - 1));
      } else if (p.what === "digit" && !powered) {
        if (behind) {
          if (decimal >= decimals.length) out += p.text === "0" ? inDigits("0") : "";
          else if (p.text === "0" || more(decimal)) out += inDigits(decimals[decimal]);
          else out += p.text === "?" ? " " : shows(decimal) ? inDigits("0") : "";
          ++decimal;
          return;
        }
        var fromRight = whole - 1 - place, size = digits.length;
        if (size <= fromRight) out += p.text === "?" ? " " : "";
        else
          for (k = place === 0 ? size - 1 : fromRight; k >= fromRight; --k) {
            out += inDigits(digits[size - 1 - k]);
            if (grouped && k > 0 && size >= around.groups[0] + around.leastGroup && k >= around.groups[0] &&
                (k - around.groups[0]) % around.groups[1] === 0)
              out += around.group;
          }
        ++place;
      }
    });
    return {text: out, nothing: x === 0};
  }
  function momentByCode(section, x) {
    var places = 0, twelve = false;
    section.forEach(function(p) {
      if (p.what === "point") places = Math.max(places, Math.min(9, p.text.length - 1));
      if (p.what === "half") twelve = true;
    });
    var second = Math.pow(10, places), day = Math.floor(x);
    // A moment that a sum of parts of a day misses by less than can be told is that moment. Cut, not rounded.
    var ticks = Math.floor((x - day) * (86400 * second) + (places > 0 ? 0.02 : 5e-3));
    if (ticks >= 86400 * second) {
      ticks -= 86400 * second;
      ++day;
    }
    var on = dayOf(day);
    if (!on) throw wrong.value;
    var seconds = Math.floor(ticks / second), past = day * 86400 + seconds;
    var pad = function(n, wide) { return inDigits(padded(n, wide)); };
    var isCode = function(p) { return p.what === "date" || p.what === "passed"; };
    var isMinutes = function(at) {
      var before = section.slice(0, at).filter(isCode).pop(), after = section.slice(at + 1).filter(isCode)[0];
      return (before && before.text[0] === "h") || (after && after.text[0] === "s");
    };
    return section.map(function(p, at) {
      var n = p.text.length, count, half;
      if (p.what === "passed") {
        count = p.text[0] === "h" ? trunc(past / 3600) : p.text[0] === "m" ? trunc(past / 60) : past;
        return (count < 0 ? "-" : "") + pad(Math.abs(count), n);
      }
      if (p.what === "half") {
        half = (seconds < 43200 ? "AM" : "PM").slice(0, n === 3 ? 1 : 2);
        return /^[a-z]/.test(p.text) ? half.toLowerCase() : half;
      }
      if (p.what === "point") return around.decimal + pad(ticks % second, n - 1);
      if (p.what !== "date") return p.text;
      count = Math.floor(seconds / 3600);
      switch (p.text[0]) {
        case "y": return n <= 2 ? pad(on.y % 100, 2) : pad(on.y, 4);
        case "d": return n > 2 ? dateShown(on, n === 3 ? "EEE" : "EEEE") : pad(on.d, n);
        case "h": return pad(twelve ? (count + 11) % 12 + 1 : count, Math.min(n, 2));
        case "s": return pad(seconds % 60, Math.min(n, 2));
      }
      if (n <= 2 && isMinutes(at)) return pad(Math.floor(seconds / 60) % 60, n);
      return n > 2 ? dateShown(on, times("M", Math.min(n, 5))) : pad(on.m, n);
    }).join("");
  }
  function general(x) { return inDigits(spelled(x).replace(".", around.decimal)); }
  function byCode(a) {
    var v = one(a[0]), code = str(a, 1), sections = sectionsOf(code);
    thrown(v);
    // A text that says a number is one, but for a code that means the text itself.
    if (isText(v) && code.indexOf("@") < 0 && isNumber(asNumber(v))) v = asNumber(v);
    var joined = function(section, what, said) {
      return section.map(function(p) { return p.what === what ? said : p.text; }).join("");
    };
    if (isText(v)) {
      var texts = sections[sections.length === 4 ? 3 : 0];
      var own = texts.some(function(p) { return p.what === "itself"; });
      return sections.length < 4 && (sections.length > 1 || !own) ? v : joined(texts, "itself", v);
    }
    var x = asNumber(v);
    if (sections.length === 4) sections.pop();
    var which = x < 0 && sections.length > 1 ? 1 : x === 0 && sections.length > 2 ? 2 : 0, section = sections[which];
    var has = function(whats) { return section.some(function(p) { return whats.test(p.what); }); };
    if (has(/^(date|passed)$/)) return momentByCode(section, x);
    if (!has(/^(?!text|itself)/)) return joined(section, "itself", general(x));
    if (has(/^general$/)) return joined(section, "general", general(which === 1 ? Math.abs(x) : x));
    var said = numberByCode(section, Math.abs(x));
    return (x < 0 && which === 0 && !said.nothing ? "-" : "") + said.text;
  }
  // Capitals and small letters as the form's language has them, which not every interpreter knows: Turkish with its two
  // i, Greek without its accents (Unicode, SpecialCasing).
  var turkic = /^(?:tr|az)\b/.test(around.language);
  var greek = /^el\b/.test(around.language);
  var bare = {"ά": "Α", "έ": "Ε", "ή": "Η", "ί": "Ι", "ό": "Ο", "ύ": "Υ", "ώ": "Ω", "ΐ": "Ϊ", "ΰ": "Ϋ", "Ά": "Α", "Έ": "Ε", "Ή": "Η", "Ί": "Ι", "Ό": "Ο", "Ύ": "Υ", "Ώ": "Ω"};
  function upper(text) {
    if (turkic) text = text.replace(/i/g, "İ");  //@ turkic
    //@ if greek
    if (greek) text = text.replace(/(^|\s)[ήΉ](?=\s|$)/g, "$1\u0389").replace(/[άέήίόύώΐΰΆΈΊΌΎΏ]|Ή(?=\S)|(\S)Ή/g, function(c, before) { return (before || "") + bare[before ? c.slice(before.length) : c]; });
    //@ end
    return text.toLocaleUpperCase(around.language).replace(/\u00df/g, "SS");
  }
  function lower(text) {
    //@ if turkic
    if (turkic) text = text.replace(/İ|I\u0307/g, "i").replace(/I/g, "ı");
    //@ end
    return text.toLocaleLowerCase(around.language);
  }
  // A letter at the head of a word: of those that are two in capitals only the first is one.
  function titled(c) {
    var double = {"ǆ": "ǅ", "Ǆ": "ǅ", "ǉ": "ǈ", "Ǉ": "ǈ", "ǌ": "ǋ", "Ǌ": "ǋ", "ǳ": "ǲ", "Ǳ": "ǲ"}[c];
    // In Greek a capital loses its accent only where all are capitals.
    var head = double || {"ß": "Ss", "ﬀ": "Ff", "ﬁ": "Fi", "ﬂ": "Fl", "ﬃ": "Ffi", "ﬄ": "Ffl", "ﬅ": "St", "ﬆ": "St"}[c] || (greek ? c.toUpperCase() : upper(c));
    return head.length > 1 && lettersOf(head).length > 1 ? head[0] + head.slice(1).toLowerCase() : head;
  }
  function eachWord(text) {
    var out = "", within = false;
    var list = lettersOf(text),
        isLetter = function(c) { return c !== undefined && (c.toLowerCase() !== c.toUpperCase() || c === "ß"); };
    for (var i = 0; i < list.length; ++i) {
      var c = list[i],
          word = isLetter(c) || /[0-9_]/.test(c) ||
          codeOf(c) > 0x2ff && (codeOf(c) < 0x1f000 || codeOf(c) > 0x1ffff) && !isSpace(c) && !/[\u2000-\u206f\u3000-\u303f]/.test(c);
      var joins = within && /['’.·]/.test(c) && isLetter(list[i + 1]) && isLetter(list[i - 1]);
      if (word && !within && c === "i" && list[i + 1] === "j" && /^nl/.test(around.language)) list[i + 1] = "J";
      out += word && !within ? titled(c) : c;
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
    return Math.floor((x - Math.floor(x)) * 86400 + 5e-3) % 86400;
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
  function restDays(a, i) {
    if (!given(a, i)) return [true, false, false, false, false, false, true];
    var days = all(a[i]).map(function(v) { return thrown(asNumber(v)) !== 0; });
    if (days.length !== 7 || days.every(function(d) { return d; })) throw wrong.value;
    return days;
  }
  function isWorkday(s, off, free) { return !off[dayOf(s).w % 7] && !free[s]; }
  function days360(from, to, european) {
    var d1 = from.d, d2 = to.d, isLast = function(d) { return d.d === monthLong(d.y, d.m); };
    if (european) {
      d1 = Math.min(d1, 30);
      d2 = Math.min(d2, 30);
    } else {
      if (from.m === 2 && isLast(from)) {
        if (to.m === 2 && isLast(to)) d2 = 30;
        d1 = 30;
      }
      if (d2 === 31 && d1 >= 30) d2 = 30;
      d1 = Math.min(d1, 30);
    }
    return (to.y - from.y) * 360 + (to.m - from.m) * 30 + (d2 - d1);
  }
  var westEuropean = [
    0x20AC, 0,      0x201A, 0x0192, 0x201E, 0x2026, 0x2020, 0x2021, 0x02C6, 0x2030, 0x0160, 0x2039, 0x0152, 0, 0x017D, 0,
    0,      0x2018, 0x2019, 0x201C, 0x201D, 0x2022, 0x2013, 0x2014, 0x02DC, 0x2122, 0x0161, 0x203A, 0x0153, 0, 0x017E, 0x0178
  ];
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
    UPPER: function(a) { return upper(str(a, 0)); },
    LOWER: function(a) { return lower(str(a, 0)); },
    PROPER: function(a) { return eachWord(lower(str(a, 0))); },
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
    TEXT: byCode,
    VALUE: function(a) {
      var v = one(a[0]);
      return typeof v === "boolean" || (isText(v) && !trim(v)) ? wrong.value : asNumber(v);
    },
    FIXED: function(a) {
      var x = num(a, 0), p = Math.min(20, Math.max(-20, trunc(num(a, 1, 2))));
      return numberShown(rounded(x, p), Math.max(0, p), !log(a, 2, false));
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
    CHAR: function(a) {
      var c = trunc(num(a, 0));
      if (!(c >= 1) || c > 255) throw wrong.value;
      if (c >= 128 && c < 160) c = westEuropean[c - 128];
      if (!c) throw wrong.value;
      return letterOf(c);
    },
    CODE: function(a) {
      var t = str(a, 0);
      if (!t) throw wrong.value;
      var c = codeOf(lettersOf(t)[0]), at = westEuropean.indexOf(c);
      return at >= 0 ? 128 + at : c < 256 ? c : 63;
    },
    CLEAN: function(a) { return str(a, 0).replace(/[\x00-\x1f\x7f-\x9f]/g, ""); },
    NUMBERVALUE: function(a) {
      var text = str(a, 0), decimal = str(a, 1, "."), group = str(a, 2, decimal === "," ? "." : ",");
      if (!decimal) throw wrong.value;
      var at = text.indexOf(decimal), head = at < 0 ? text : text.slice(0, at), tail = at < 0 ? null : text.slice(at + decimal.length);
      if (group) head = head.split(group).join("");
      var all = (tail === null ? head : head + "." + tail).replace(/[ \t\r\n]/g, ""), percents = /%*$/.exec(all)[0].length;
      all = all.slice(0, all.length - percents);
      if (!all) {
        if (percents) throw wrong.value;
        return 0;
      }
      var x = plainNumber(all);
      if (x === null) throw wrong.value;
      return x / Math.pow(100, percents);
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
      return modulo(x, y);
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
    SIN: function(a) { return Math.sin(num(a, 0)); },
    COS: function(a) { return Math.cos(num(a, 0)); },
    TAN: function(a) { return Math.tan(num(a, 0)); },
    ASIN: function(a) { return Math.asin(num(a, 0)); },
    ACOS: function(a) { return Math.acos(num(a, 0)); },
    ATAN: function(a) { return Math.atan(num(a, 0)); },
    ATAN2: function(a) {
      var x = num(a, 0), y = num(a, 1);
      if (x === 0 && y === 0) throw wrong.divide;
      return Math.atan2(y, x);
    },
    DEGREES: function(a) { return num(a, 0) * 180 / Math.PI; },
    RADIANS: function(a) { return num(a, 0) / 180 * Math.PI; },
    PMT: function(a) { return payOf(num(a, 0), num(a, 1), num(a, 2), num(a, 3, 0), num(a, 4, 0) !== 0); },
    FV: function(a) { return endOf(num(a, 0), num(a, 1), num(a, 2), num(a, 3, 0), num(a, 4, 0) !== 0); },
    PV: function(a) {
      var rate = num(a, 0), count = num(a, 1), pay = num(a, 2), end = num(a, 3, 0);
      return -(end + pay * paymentsOf(rate, count, num(a, 4, 0) !== 0)) / grown(rate, count);
    },
    NPER: function(a) {
      var rate = num(a, 0), pay = num(a, 1), now = num(a, 2), end = num(a, 3, 0), atStart = num(a, 4, 0) !== 0;
      if (rate === 0) {
        if (pay === 0) throw wrong.number;
        return -(now + end) / pay;
      }
      var each = pay * (atStart ? 1 + rate : 1);
      return Math.log((each - end * rate) / (now * rate + each)) / Math.log(1 + rate);
    },
    RATE: function(a) {
      var count = num(a, 0), pay = num(a, 1), now = num(a, 2), end = num(a, 3, 0), atStart = num(a, 4, 0) !== 0, guess = num(a, 5, 0.1);
      if (!(count > 0)) throw wrong.number;
      return rateWhere(function(rate) { return now * grown(rate, count) + pay * paymentsOf(rate, count, atStart) + end; }, guess);
    },
    IPMT: function(a) { return interestOf(num(a, 0), num(a, 1), num(a, 2), num(a, 3), num(a, 4, 0), num(a, 5, 0) !== 0); },
    PPMT: function(a) {
      var rate = num(a, 0), at = num(a, 1), count = num(a, 2), now = num(a, 3), end = num(a, 4, 0), atStart = num(a, 5, 0) !== 0;
      var of = interestOf(rate, at, count, now, end, atStart);
      return payOf(rate, count, now, end, atStart) - of;
    },
    NPV: function(a) {
      var rate = num(a, 0);
      if (rate === -1) throw wrong.divide;
      return worthNow(rate, numbers(a.slice(1)));
    },
    IRR: function(a) {
      var list = numbersOf(a[0]), guess = num(a, 1, 0.1);
      if (!list.some(function(x) { return x < 0; }) || !list.some(function(x) { return x > 0; })) throw wrong.number;
      return rateWhere(function(rate) { return worthNow(rate, list); }, guess);
    },
    SLN: function(a) {
      var cost = num(a, 0), salvage = num(a, 1), life = num(a, 2);
      if (life === 0) throw wrong.divide;
      return (cost - salvage) / life;
    },
    SYD: function(a) {
      var cost = num(a, 0), salvage = num(a, 1), life = num(a, 2), at = num(a, 3);
      if (!(life > 0) || !(at >= 1) || at > life) throw wrong.number;
      return (cost - salvage) * (life - at + 1) * 2 / (life * (life + 1));
    },
    DDB: function(a) {
      var cost = num(a, 0), salvage = num(a, 1), life = num(a, 2), at = num(a, 3), factor = num(a, 4, 2);
      if (!(cost >= 0) || !(salvage >= 0) || !(life > 0) || !(at >= 1) || at > life || !(factor > 0)) throw wrong.number;
      var rate = Math.min(1, factor / life), before = rate >= 1 ? (at === 1 ? cost : 0) : cost * Math.pow(1 - rate, at - 1);
      return Math.max(0, before - Math.max(cost * Math.pow(1 - rate, at), Math.min(salvage, before)));
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
    STDEV: function(a) { return Math.sqrt(variance(a, true)); },
    STDEVP: function(a) { return Math.sqrt(variance(a, false)); },
    VAR: function(a) { return variance(a, true); },
    VARP: function(a) { return variance(a, false); },
    MODE: function(a) {
      var list = numbers(a).sort(rising), most = 1, at = null, run = 0;
      list.forEach(function(x, i) {
        run = i && list[i - 1] === x ? run + 1 : 1;
        if (run > most) {
          most = run;
          at = x;
        }
      });
      return at === null ? wrong.notAvailable : at;
    },
    RANK: function(a) {
      var x = tidied(num(a, 0)), list = numbersOf(a[1]).map(tidied), up = num(a, 2, 0) !== 0;
      if (list.indexOf(x) < 0) throw wrong.notAvailable;
      return 1 + list.filter(function(y) { return up ? y < x : y > x; }).length;
    },
    PERCENTILE: function(a) { return partOf(numbersOf(a[0]), num(a, 1)); },
    QUARTILE: function(a) {
      var list = numbersOf(a[0]), which = trunc(num(a, 1));
      if (!(which >= 0) || which > 4) throw wrong.number;
      return partOf(list, which / 4);
    },
    COUNTIFS: function(a) { return meeting(a, 0).filter(function(m) { return m; }).length; },
    SUMIFS: function(a) { return sum(numbersIfAll(a)); },
    AVERAGEIFS: function(a) {
      var list = numbersIfAll(a);
      return list.length ? sum(list) / list.length : wrong.divide;
    },
    MINIFS: function(a) {
      var list = numbersIfAll(a);
      return list.length ? list.sort(rising)[0] : 0;
    },
    MAXIFS: function(a) {
      var list = numbersIfAll(a);
      return list.length ? list.sort(rising)[list.length - 1] : 0;
    },
    MATCH: function(a) {
      var wanted = one(a[0]);
      return foundAt(wanted, all(a[1]), num(a, 2, 1)) + 1;
    },
    LOOKUP: function(a) {
      var wanted = one(a[0]), list = all(a[1]), results = given(a, 2) ? all(a[2]) : list, at = foundAt(wanted, list, 1);
      return at < results.length ? results[at] : wrong.notAvailable;
    },
    VLOOKUP: function(a) {
      var wanted = one(a[0]), list = table(a[1]), column = columnAt(a, 2, list);
      var row = foundAt(wanted, everyOf(list, 0), log(a, 3, true) ? 1 : 0);
      return list.values[row * list.columns + column];
    },
    HLOOKUP: function(a) {
      var wanted = one(a[0]), list = table(a[1]), row = trunc(num(a, 2));
      if (!(row >= 1) || row * list.columns > list.values.length) return wrong.value;
      return list.values[(row - 1) * list.columns + foundAt(wanted, list.values.slice(0, list.columns), log(a, 3, true) ? 1 : 0)];
    },
    INDEX: function(a) {
      var list = table(a[0]), row = trunc(num(a, 1, 1)), column = given(a, 2) ? columnAt(a, 2, list) : 0;
      return !(row >= 1) || row * list.columns > list.values.length ? wrong.value : list.values[(row - 1) * list.columns + column];
    },
    ROWS: function(a) {
      var list = table(a[0]);
      return list.values.length / list.columns;
    },
    COLUMNS: function(a) {
      var list = table(a[0]);
      return list.values.length ? list.columns : wrong.value;
    },
    LIST: function(a) {
      var list = table(a[0]);
      if (!(a[0] instanceof Named)) throw wrong.name;
      if (!given(a, 1)) return list;
      var column = columnAt(a, 1, list);
      return listed(everyOf(list, column), 1, [list.headings[column]]);
    },
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
      var s = momentSaid(trim(str(a, 0)));
      if (s === null || s < 1) throw wrong.value;
      return Math.floor(s);
    },
    TIMEVALUE: function(a) {
      var text = trim(str(a, 0)), said = momentSaid(text), m = minutesTyped(text);
      if (said !== null) return said - Math.floor(said);
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
      if (kind === 21 || kind === 150) return isoWeek(d);
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
    DAYS360: function(a) {
      var from = day(a, 0), to = day(a, 1);
      return days360(from, to, log(a, 2, false));
    },
    YEARFRAC: function(a) {
      var from = day(a, 0), to = day(a, 1), basis = trunc(num(a, 2, 0));
      if (from.serial > to.serial) {
        var later = from;
        from = to;
        to = later;
      }
      var days = to.serial - from.serial;
      if (basis === 0 || basis === 4) return days360(from, to, basis === 4) / 360;
      if (basis === 2) return days / 360;
      if (basis === 3) return days / 365;
      if (basis !== 1) throw wrong.number;
      var isLeap = function(y) { return monthLong(y, 2) === 29; };
      if (to.y === from.y || to.y === from.y + 1 && (to.m < from.m || to.m === from.m && to.d <= from.d)) {
        var within = function(y) {
          var s = serialOf(y, 2, 29);
          return isLeap(y) && from.serial <= s && s <= to.serial;
        };
        return days / ((from.y === to.y ? isLeap(from.y) : within(from.y) || within(to.y)) ? 366 : 365);
      }
      return days / ((serialOf(to.y + 1, 1, 1) - serialOf(from.y, 1, 1)) / (to.y - from.y + 1));
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
      var free = holidays(a, 2), off = restDays(a, 3), sign = from <= to ? 1 : -1, none = {};
      if (from > to) {
        var last = from;
        from = to;
        to = last;
      }
      var weeks = Math.floor((to - from + 1) / 7);
      var count = weeks * off.filter(function(o) { return !o; }).length;
      for (var d = from + weeks * 7; d <= to; ++d) count += isWorkday(d, off, none) ? 1 : 0;
      Object.keys(free).map(Number).forEach(function(
          d) { count -= d >= from && d <= to && isWorkday(d, off, none) ? 1 : 0; });
      return sign * count;
    },
    WORKDAY: function(a) {
      var d = day(a, 0).serial, left = trunc(num(a, 1));
      var free = holidays(a, 2), off = restDays(a, 3);
      if (!(Math.abs(left) < 1e5)) throw wrong.number;
      var way = left < 0 ? -1 : 1;
      for (left = Math.abs(left); left > 0;) {
        d += way;
        if (!dayOf(d)) throw wrong.number;
        if (isWorkday(d, off, free)) --left;
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
    listed: listed,
    numberTyped: numberTyped, numberShown: numberShown, trim: trim, eachWord: eachWord, upper: upper, lower: lower, dayOf: dayOf, serialOf: serialOf, isoDay: isoDay,
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
