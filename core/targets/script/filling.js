// What scripts of forms share, in PDFs and in pages: dates, times and numbers as a form writes and reads them, letters as
// a field wants them, and what is wrong with a value. `F` is the formulas' runtime; `words` are those of ranges. ECMAScript
// 5, which the interpreters of viewers run.
function brindelFilling(F, around, words) {
  // ---- dates and times, by the letters of Unicode's patterns ----

  function partsOf(pattern) {
    var parts = [], i = 0;
    while (i < pattern.length) {
      var c = pattern.charAt(i);
      if (c === "'") {
        var end = pattern.indexOf("'", i + 1);
        if (end === i + 1) parts.push({plain: "'"});
        else parts.push({plain: pattern.slice(i + 1, end < 0 ? pattern.length : end)});
        i = end < 0 ? pattern.length : end + 1;
      } else if (/[A-Za-z]/.test(c)) {
        var n = 1;
        while (pattern.charAt(i + n) === c) ++n;
        parts.push({letter: c, count: n});
        i += n;
      } else {
        parts.push({plain: c});
        ++i;
      }
    }
    return parts;
  }
  function namesFor(part) {
    if (part.letter === "M" || part.letter === "L")
      return part.count === 3 ? around.monthsShort : part.count === 4 ? around.months : part.count > 4 ? around.monthsNarrow : null;
    if (part.letter === "E") return part.count < 4 ? around.daysShort : around.days;
    if (part.letter === "a") return around.halves;
    return null;
  }
  function numberFor(part, at) {
    switch (part.letter) {
      case "d": return at.d;
      case "M": case "L": return at.m;
      case "y": case "u": return part.count === 2 ? at.y % 100 : at.y;
      case "H": return Math.floor(at.minutes / 60);
      case "k": return Math.floor(at.minutes / 60) || 24;
      case "h": return Math.floor(at.minutes / 60) % 12 || 12;
      case "K": return Math.floor(at.minutes / 60) % 12;
      case "m": return at.minutes % 60;
      case "E": return at.w % 7;
      case "a": return at.minutes < 720 ? 0 : 1;
    }
    return 0;
  }
  function momentShown(at, pattern) {
    return partsOf(pattern).map(function(part) {
      if (part.plain !== undefined) return part.plain;
      var names = namesFor(part), n = numberFor(part, at);
      if (names) return names[part.letter === "M" || part.letter === "L" ? n - 1 : n];
      return F.inDigits(F.padded(n, part.count));
    }).join("");
  }
  // ---- dates and times as people type them: core/text/typed_moments, told again ----

  var M = around.moments, turning = /[\u200e\u200f\u061c\u202a-\u202e\u2066-\u2069\u0307]/g;
  function parting(c) { return /[ \t\n\r.,\/\-:'\u00a0\u2007\u2009\u202f\u2010-\u2013\u2019\u05be\u3000]/.test(c); }
  function small(said) { return F.plainDigits(said.toLowerCase().replace(turning, "")); }
  function among(list, word) { return (" " + list + " ").indexOf(" " + word + " ") >= 0; }
  // The number of a name: itself, or three letters and more that only one name begins with; -1 for none.
  function numberOf(lists, word) {
    var i, found = -1, count = 0;
    for (i = 0; i < lists.length; ++i) if (among(lists[i], word)) return i;
    if (F.lettersOf(word).length < 3) return -1;
    for (i = 0; i < lists.length; ++i)
      if ((" " + lists[i]).indexOf(" " + word) >= 0) { found = i; ++count; }
    return count === 1 ? found : -1;
  }
  // Numbers and words of a text, with what parts them; null where anything else is in it.
  function saidIn(text) {
    var said = small(text), tokens = [], between = "", open = false;
    if (!said || text.length > 100) return null;
    for (var i = 0; i < said.length; ++i) {
      var c = said.charAt(i), digit = c >= "0" && c <= "9", last = tokens[tokens.length - 1];
      if (c === "\"" && open && !last.n) c = "\u05f4";
      if (!digit && (parting(c) || (c < "\u0080" && !(c >= "a" && c <= "z")))) {
        if (!parting(c) || between.length >= 3) return null;
        between += c;
        open = false;
        continue;
      }
      if (!open || last.n !== digit) {
        if (!last && between) return null;
        tokens.push(last = {n: digit, s: "", before: between});
        between = "";
      }
      last.s += c;
      open = true;
    }
    return tokens.length && tokens.length <= 12 && between.indexOf(":") < 0 ? tokens : null;
  }
  // A year of two digits has its century still open: it is below 0.
  function yearSaid(digits) { return digits.length === 4 ? Number(digits) : digits.length === 2 ? Number(digits) - 10000 : null; }
  function dayOn(y, m, d) { return F.isoDay(F.padded(y, 4) + "-" + F.padded(m, 2) + "-" + F.padded(d, 2)); }
  function dayFrom(y, m, d, taken) {
    if (y === null) return null;
    if (y >= 0) return dayOn(y, m, d);
    var two = y + 10000, usual = dayOn(two + (two < 69 ? 2000 : 1900), m, d), other = dayOn(two + (two < 69 ? 1900 : 2000), m, d);
    function fits(day) {
      return day !== null && (taken.from === null || day >= taken.from) && (taken.to === null || day <= taken.to);
    }
    return !fits(usual) && fits(other) ? other : usual;
  }
  function isNamed(part) { return /[EcaML]/.test(part.letter) && (part.count > 2 || !/[ML]/.test(part.letter)); }
  function blanks(said) { return said.replace(/\s|\u202f/g, " "); }
  // The length of a name at the beginning of a text, whatever points are in it; 0 where it is not there.
  function nameLong(left, name) {
    for (var at = 0, k = 0; k < name.length; ++at) {
      var c = left.charAt(at);
      if (!c) return 0;
      if (c === name.charAt(k)) ++k;
      else if (k === 0 || (c !== "." && c !== " ")) return 0;
    }
    return at;
  }
  // What a whole text says by a pattern, part by part; null when it says nothing.
  function momentRead(said, pattern) {
    var left = blanks(small(said)), at = {y: 1970, m: 1, d: 1, w: -1, hours: 0, minutes: 0, half: -1}, parts = partsOf(pattern);
    for (var i = 0; i < parts.length; ++i) {
      var part = parts[i];
      if (part.plain !== undefined) {
        var plain = blanks(part.plain.toLowerCase().replace(turning, ""));
        if (left.slice(0, plain.length) !== plain) return null;
        left = left.slice(plain.length);
        continue;
      }
      if (isNamed(part)) {
        var half = part.letter === "a", month = /[ML]/.test(part.letter), best = -1, longest = 0;
        (half ? M.halves : month ? M.months : M.days).forEach(function(list, number) {
          list.split(" ").forEach(function(name) {
            var long = nameLong(left, name);
            if (long > longest) { longest = long; best = number; }
          });
        });
        if (best < 0) return null;
        left = left.slice(longest);
        var next = parts[i + 1];
        if (left.charAt(0) === "." && !(next && next.plain !== undefined && next.plain.charAt(0) === ".")) left = left.slice(1);
        if (half) at.half = best;
        else if (month) at.m = best + 1;
        else at.w = best;
        continue;
      }
      var abut = parts[i + 1] && parts[i + 1].letter && !isNamed(parts[i + 1]);
      var digit = (abut ? new RegExp("^\\d{1," + part.count + "}") : /^\d+/).exec(left);
      if (!digit || digit[0].length > 4) return null;
      var n = Number(digit[0]);
      left = left.slice(digit[0].length);
      switch (part.letter) {
        case "d": at.d = n; break;
        case "M": case "L": at.m = n; break;
        case "y": case "u": at.y = yearSaid(digit[0]); if (at.y === null) return null; break;
        case "H": case "k": case "h": case "K":
          if (n > 24 || (part.letter === "H" && n > 23) || (part.letter === "k" && n < 1) || (part.letter === "h" && (n < 1 || n > 12)) || (part.letter === "K" && n > 11)) return null;
          at.hours = part.letter === "k" || part.letter === "h" ? n % (part.letter === "k" ? 24 : 12) : n;
          break;
        case "m": if (digit[0].length !== 2 || n > 59) return null; at.minutes = n; break;
        default: return null;
      }
    }
    return left.replace(/[. ]+$/, "") ? null : at;
  }
  function orderIn(pattern) {
    var order = "";
    partsOf(pattern).forEach(function(part) {
      var c = /[ML]/.test(part.letter) ? "m" : part.letter === "u" ? "y" : part.letter;
      if (c && /[dmy]/.test(c) && order.indexOf(c) < 0) order += c;
    });
    return order.length === 3 ? order : "";
  }
  function inOrder(said, order, taken) {
    var at = {};
    for (var i = 0; i < 3; ++i) {
      var c = order.charAt(i);
      if (c !== "y" && said[i].length > 2) return null;
      at[c] = c === "y" ? yearSaid(said[i]) : Number(said[i]);
    }
    return dayFrom(at.y, at.m, at.d, taken);
  }
  // The day that a text says; `from` and `to` are what the field takes, null for no limit.
  function dayRead(text, pattern, from, to) {
    var said = F.trim(text), iso = F.isoDay(said), taken = {from: from === undefined ? null : from, to: to === undefined ? null : to}, day = null;
    if (iso !== null) return iso;
    function isOn(w, serial) { return w < 0 || F.dayOf(serial).w % 7 === w; }
    if (!said || said.length > 100) return null;
    var by = pattern || "yyyy-MM-dd", at = momentRead(said, by);
    if (at) {
      day = dayFrom(at.y, at.m, at.d, taken);
      if (day !== null && isOn(at.w, day)) return day;
    }
    var tokens = saidIn(said), numbers = [], month = -1, weekday = -1, order = M.order || orderIn(by), i;
    if (!tokens) return null;
    for (i = 0; i < tokens.length; ++i) {
      var t = tokens[i], n;
      if (t.before.indexOf(":") >= 0) return null;
      if (t.n) numbers.push(t.s);
      else if (among(M.passed, t.s)) continue;
      else if ((n = numberOf(M.months, t.s)) >= 0) { if (month >= 0) return null; month = n; }
      else if ((n = numberOf(M.days, t.s)) >= 0) { if (weekday >= 0) return null; weekday = n; }
      else return null;
    }
    day = null;
    if (month >= 0) {
      if (numbers.length !== 2) return null;
      var as = function(of, inYear) { return of.length <= 2 ? dayFrom(yearSaid(inYear), month + 1, Number(of), taken) : null; };
      var yearFirst = numbers[1].length <= 2 && (numbers[0].length > 2 || order.charAt(0) === "y");
      day = yearFirst ? as(numbers[1], numbers[0]) : as(numbers[0], numbers[1]);
    } else {
      if (numbers.length !== 3) return null;
      if (numbers[0].length > 2) day = inOrder(numbers, "ymd", taken);
      else {
        if (order) day = inOrder(numbers, order, taken);
        var others = [], endsWithYear = false;
        ["dmy", "mdy", "ymd"].forEach(function(other) {
          var read = inOrder(numbers, other, taken);
          if (read === null) return;
          if (others.indexOf(read) < 0) others.push(read);
          if (other !== "ymd") endsWithYear = true;
        });
        if (day === null && others.length === 1 && endsWithYear) day = others[0];
      }
    }
    return day !== null && isOn(weekday, day) ? day : null;
  }
  function timeRead(text, pattern) {
    var said = F.trim(text), at, tokens, i, numbers = [], half = -1, hourSaid = false, hours = -1, minutes = 0;
    if (!said || said.length > 100) return null;
    at = momentRead(said, pattern || "HH:mm");
    if (at) return at.minutes + at.hours * 60 + (at.half > 0 && at.hours < 12 ? 720 : 0);
    tokens = saidIn(said);
    if (!tokens) return null;
    // The two letters of a half of the day may have points between them.
    for (i = 0; i + 1 < tokens.length;) {
      if (!tokens[i].n && !tokens[i + 1].n && tokens[i].s.length === 1 && tokens[i + 1].s.length === 1) {
        tokens[i].s += tokens[i + 1].s;
        tokens.splice(i + 1, 1);
      } else ++i;
    }
    for (i = 0; i < tokens.length; ++i) {
      var t = tokens[i], which = among(M.halves[0], t.s) ? 0 : among(M.halves[1], t.s) ? 1 : -1;
      if (t.n && /[\/\-\u2010-\u2013\u05be]/.test(t.before)) return null;
      if (t.n) numbers.push(t.s);
      else if (which >= 0) { if (half >= 0) return null; half = which; }
      else if (among(M.hours, t.s)) { if (hourSaid) return null; hourSaid = true; }
      else if (!among(M.passed, t.s)) return null;
    }
    if (numbers.length === 1 && (numbers[0].length === 3 || numbers[0].length === 4)) {
      hours = Number(numbers[0].slice(0, -2));
      minutes = Number(numbers[0].slice(-2));
    } else if (numbers.length === 1 && numbers[0].length <= 2 && (hourSaid || half >= 0)) hours = Number(numbers[0]);
    else if (numbers.length === 2 && numbers[0].length <= 2 && numbers[1].length === 2) {
      hours = Number(numbers[0]);
      minutes = Number(numbers[1]);
    }
    if (hours < 0 || hours > 23 || minutes > 59 || (half >= 0 && (hours < 1 || hours > 12))) return null;
    if (half >= 0) hours = hours % 12 + (half > 0 ? 12 : 0);
    return hours * 60 + minutes;
  }
  // True when nothing that is typed further could belong to what a text says.
  function isWhole(said, reads, more) {
    var clean = F.trim(said);
    if (!reads(clean)) return false;
    return !"0 1 2 3 4 5 6 7 8 9".split(" ").concat(more).some(function(one) { return reads(clean + one); });
  }
  function isWholeDay(said, pattern, from, to) {
    return isWhole(said, function(text) { return dayRead(text, pattern, from, to) !== null; }, ["26"]);
  }
  function isWholeTime(said, pattern) {
    var reads = function(text) { return timeRead(text, pattern) !== null; };
    if (!isWhole(said, reads, ["30", " 30"])) return false;
    return !((pattern.indexOf("a") >= 0 || /^[1-9]\D/.test(F.trim(said))) && reads(F.trim(said) + " pm"));
  }
  // As files and limits have a time: 08:30.
  function clockRead(said) {
    var m = /^(\d{1,2})[:.](\d\d)$/.exec(said) || /^(\d\d)(\d\d)$/.exec(said);
    return m && Number(m[1]) < 24 && Number(m[2]) < 60 ? Number(m[1]) * 60 + Number(m[2]) : null;
  }
  // A day as replies and limits say it, in the digits of ISO 8601 whatever the form's language writes with.
  function isoShown(serial) {
    var day = F.dayOf(serial);
    return F.padded(day.y, 4) + "-" + F.padded(day.m, 2) + "-" + F.padded(day.d, 2);
  }
  function dayShown(serial, pattern) { return momentShown(F.dayOf(serial), pattern || "yyyy-MM-dd"); }
  function timeShown(minutes, pattern) { return momentShown({minutes: minutes}, pattern || "HH:mm"); }
  // "today", "today+7", or a day of ISO 8601, as a serial number.
  function dayMeant(said) {
    var clean = String(said).replace(/ /g, ""), m = /^today([+-]\d+)?$/.exec(clean);
    return m ? around.today + parseInt(m[1] || "0", 10) : F.isoDay(clean);
  }

  // ---- numbers and letters ----

  // A number as the form writes it; half goes away from zero.
  function numberWritten(x, places, grouped) { return F.numberShown(F.call("ROUND", [x, places]), places, grouped); }
  // Letters as a field wants them. Only whole words can be made to begin with a capital.
  function cased(a, said, whole) {
    if (a.letters === "upper") return F.upper(said);  //@ letters
    if (a.letters === "lower") return F.lower(said);  //@ letters
    if (whole && a.letters === "first") return said.replace(/^(?:[\ud800-\udbff][\udc00-\udfff]|[\s\S])/, function(c) { return F.upper(c); });  //@ letters
    if (whole && a.letters === "eachWord") return F.eachWord(said);  //@ letters
    return said;
  }

  // ---- what is wrong ----

  function put(sentence, what) { return sentence.replace(/[\u0001\u0002]/g, function(c) { return what[c.charCodeAt(0) - 1]; }); }
  function quoted(said) {
    var letters = F.lettersOf(said), most = 60;
    return letters.length > most ? letters.slice(0, most).join("") + "…" : said;
  }
  function decimalsOf(x) {
    var e = String(Math.abs(x)).split("e"), dot = e[0].indexOf(".");
    return Math.max(0, (dot < 0 ? 0 : e[0].length - dot - 1) - parseInt(e[1] || "0", 10));
  }
  function rangeInWords(from, to) {
    if (from !== "" && to !== "") return put(words.fromTo, [from, to]);
    return from !== "" ? put(words.orMore, [from]) : put(words.atMost, [to]);
  }
  // What is wrong with a value, by the type of its answer; `limit` gives what a limit is at the moment, `said` is the
  // value as people read it.
  var judges = {
    text: function(a, limit, said) {
      if (!a.matches) return "";
      var pattern = null;
      // Digits and letters of all languages, where they are known.
      try { pattern = a.matchesAll ? new RegExp("^(?:" + a.matchesAll + ")$", "u") : null; } catch (e) {}
      try { pattern = pattern || new RegExp("^(?:" + a.matches + ")$"); } catch (e) {}
      return pattern && !pattern.test(said) ? put(a.says.pattern, ["", quoted(said)]) : "";
    },
    number: function(a, limit, said, n) {
      var least = limit("least"), most = limit("most");
      function written(x) { return x === undefined || x === null ? "" : numberWritten(x, decimalsOf(x), a.thousands); }
      var little = typeof least === "number" && n < least, much = typeof most === "number" && n > most;
      if (little || much)
        return put(little ? a.says.little : a.says.much, [rangeInWords(written(least), written(most)) + (a.unitSaid ? " " + a.unitSaid : ""), said]);
      return decimalsOf(n) > a.decimals ? put(a.says.decimals, ["", said]) : "";
    },
    date: function(a, limit, said, day) {
      var from = dayMeant(limit("earliest") || ""), to = dayMeant(limit("latest") || "");
      if (from !== null && day < from) return put(a.says.early, [dayShown(from, a.pattern)]);
      return to !== null && day > to ? put(a.says.late, [dayShown(to, a.pattern)]) : "";
    },
    time: function(a, limit, said, part) {
      var minutes = Math.round(part * 1440), from = limit("earliestTime"), to = limit("latestTime");
      from = from ? clockRead(from) : null;
      to = to ? clockRead(to) : null;
      if (from !== null && minutes < from) return put(a.says.early, [timeShown(from, a.pattern)]);
      return to !== null && minutes > to ? put(a.says.late, [timeShown(to, a.pattern)]) : "";
    }
  };
  // What a property gets from a formula's worth; undefined where that says nothing.
  function propertyFrom(prop, v) {
    if (F.isWrong(v)) return undefined;
    if (prop === "required") { var yes = F.asLogical(v); return yes === true || yes === false ? yes : undefined; }
    if (v === null) return null;
    var n = F.asNumber(v);
    if (F.isWrong(n)) return undefined;
    if (prop === "earliest" || prop === "latest") return F.dayOf(n) ? isoShown(n) : undefined;
    if (prop === "earliestTime" || prop === "latestTime") return timeShown(Math.round((n - Math.floor(n)) * 1440) % 1440);
    return n;
  }

  return {
    dayRead: dayRead, isWholeDay: isWholeDay, isWholeTime: isWholeTime, clockRead: clockRead, dayShown: dayShown, isoShown: isoShown, timeRead: timeRead, timeShown: timeShown, dayMeant: dayMeant,
    numberWritten: numberWritten, decimalsOf: decimalsOf, cased: cased, put: put, quoted: quoted, judges: judges,
    propertyFrom: propertyFrom
  };
}
