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
  // What a whole text says by a pattern, part by part; null when it says nothing.
  function momentRead(said, pattern) {
    var left = F.plainDigits(said), at = {y: 1970, m: 1, d: 1, hours: 0, minutes: 0}, half = -1, parts = partsOf(pattern);
    for (var i = 0; i < parts.length; ++i) {
      var part = parts[i];
      if (part.plain !== undefined) {
        if (left.slice(0, part.plain.length) !== part.plain) return null;
        left = left.slice(part.plain.length);
        continue;
      }
      var lists = namesFor(part) ? part.letter === "a" ? [around.halves] : part.letter === "E" ? [around.days, around.daysShort] : [around.months, around.monthsShort] : null;
      if (lists) {
        var best = -1, long = 0;
        lists.forEach(function(list) {
          list.forEach(function(name, k) {
            if (name.length > long && left.slice(0, name.length).toLowerCase() === name.toLowerCase()) { best = k; long = name.length; }
          });
        });
        if (best < 0) return null;
        left = left.slice(long);
        if (part.letter === "a") half = best;
        else if (part.letter !== "E") at.m = best + 1;
        continue;
      }
      var abut = i + 1 < parts.length && parts[i + 1].letter && !namesFor(parts[i + 1]);
      var digit = (abut ? new RegExp("^\\d{1," + part.count + "}") : /^\d+/).exec(left);
      if (!digit) return null;
      var n = Number(digit[0]);
      left = left.slice(digit[0].length);
      switch (part.letter) {
        case "d": at.d = n; break;
        case "M": case "L": at.m = n; break;
        case "y": case "u": at.y = n < 100 ? n + (n < 69 ? 2000 : 1900) : n; break;
        case "H": case "k": case "h": case "K":
          if (n > 24 || (part.letter === "H" && n > 23) || (part.letter === "h" && (n < 1 || n > 12)) || (part.letter === "K" && n > 11)) return null;
          at.hours = part.letter === "k" || part.letter === "h" ? n % (part.letter === "k" ? 24 : 12) : n;
          break;
        case "m": if (n > 59) return null; at.minutes = n; break;
      }
    }
    if (left) return null;
    at.minutes += at.hours * 60 + (half > 0 && at.hours < 12 ? 720 : 0);
    return at;
  }
  function dayRead(said, pattern) {
    var iso = F.isoDay(said);
    if (iso !== null) return iso;
    var at = momentRead(said, pattern || "yyyy-MM-dd");
    return at && at.y < 10000 ? F.isoDay(F.padded(at.y, 4) + "-" + F.padded(at.m, 2) + "-" + F.padded(at.d, 2)) : null;
  }
  function dayShown(serial, pattern) { return momentShown(F.dayOf(serial), pattern || "yyyy-MM-dd"); }
  function timeRead(said, pattern) {
    var at = momentRead(said, pattern || "HH:mm");
    if (at) return at.minutes;
    // As a clock shows it, and as it is typed in haste.
    var m = /^(\d{1,2})[:.](\d\d)$/.exec(said) || /^(\d\d)(\d\d)$/.exec(said);
    return m && Number(m[1]) < 24 && Number(m[2]) < 60 ? Number(m[1]) * 60 + Number(m[2]) : null;
  }
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
    if (a.letters === "upper") return said.toLocaleUpperCase(around.language);
    if (a.letters === "lower") return said.toLocaleLowerCase(around.language);
    if (whole && a.letters === "first") return said.charAt(0).toLocaleUpperCase(around.language) + said.slice(1);
    if (whole && a.letters === "eachWord")
      return said.replace(/(^|[\s\-(\/])([^\s\-(\/])/g, function(all, before, c) { return before + c.toUpperCase(); });
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
      try { if (!new RegExp("^(?:" + a.matches + ")$").test(said)) return put(a.says.pattern, ["", quoted(said)]); } catch (e) {}
      return "";
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
      from = from ? timeRead(from) : null;
      to = to ? timeRead(to) : null;
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
    if (prop === "earliest" || prop === "latest") return F.dayOf(n) ? dayShown(n) : undefined;
    if (prop === "earliestTime" || prop === "latestTime") return timeShown(Math.round((n - Math.floor(n)) * 1440) % 1440);
    return n;
  }

  return {
    dayRead: dayRead, dayShown: dayShown, timeRead: timeRead, timeShown: timeShown, dayMeant: dayMeant,
    numberWritten: numberWritten, decimalsOf: decimalsOf, cased: cased, put: put, quoted: quoted, judges: judges,
    propertyFrom: propertyFrom
  };
}
