// What a form's design says of its answers: the kind of each, the buttons of a question, the choices.
export function answersOf(design) {
  const all = new Map();
  const walk = control => {
    const {kind, name, group} = control;
    if (kind === "radioButton") {
      if (!all.has(group)) all.set(group, {kind: "question", buttons: []});
      all.get(group).buttons.push({name, value: control.value ?? control.text});
    } else if (name && ["textBox", "numberBox", "dateBox", "timeBox", "comboBox", "listBox", "checkBox", "choiceGroup", "signature", "picture"].includes(kind)) {
      const choices = (control.choices || []).map(one => typeof one === "string" ? {value: one, text: one} : {value: one.value ?? one.text, text: one.text});
      const several = !!(control.several || control.many || control.atMost > 1 || control.picks === "several");
      all.set(name, {kind: {checkBox: "tick", choiceGroup: "group", listBox: "list", comboBox: "combo", signature: "drawn", picture: "drawn"}[kind] || "typed", choices, several, unit: control.unit});
    }
    for (const key of ["controls", "pages", "cells"]) for (const inner of control[key] || []) walk(inner);
  };
  walk(design);
  return all;
}
