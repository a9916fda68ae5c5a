// How soon a page is ready after it was read, and what a key among many fields takes with the layout after it, in ms: the
// least and the median. The least are steadier where other programs share the machine: what they take away only adds.
import {launched, manyFields, opened, pageFileOf} from "../tests/outside/browser.mjs";
import {formOf, written} from "../tests/outside/reading.mjs";

const said = (what, times) => {
  times.sort((a, b) => a - b);
  console.log(`${what}: least ${times[0].toFixed(1)} ms, median ${times[times.length >> 1].toFixed(1)} ms`);
};
const browser = await launched();
// Until it is ready, from when it was read. What a browser takes for nothing stands beside it.
const empty = written("empty.html", '<!DOCTYPE html><html lang="en"><meta charset="utf-8"><title>Empty</title><p>Nothing</p></html>');
for (const [what, file] of [["An empty page, ready", empty], ["Mooring permit, ready", pageFileOf(formOf("mooring-permit"))]]) {
  const ready = [];
  for (let i = 0; i < 5; ++i) {
    const page = await opened(browser, file, {clock: false});
    for (let k = 0; k < 5; ++k) {
      // A browser's first page takes longer, whatever is in it.
      await page.reload();
      ready.push(await page.evaluate(() => { const n = performance.getEntriesByType("navigation")[0]; return n.loadEventEnd - n.responseEnd; }));
    }
    await page.context().close();
  }
  said(what, ready);
}
for (const count of [250, 500]) {
  const page = await opened(browser, pageFileOf(manyFields(count)), {clock: false});
  said(`A key among ${count} fields`, await page.evaluate(() => {
    const e = document.getElementById("numNumber250"), times = [];
    e.focus();
    for (let i = 0; i < 200; ++i) {
      const from = performance.now();
      e.value = String(i);
      e.dispatchEvent(new Event("input", {bubbles: true}));
      void document.body.offsetHeight;
      times.push(performance.now() - from);
    }
    return times;
  }));
  await page.context().close();
}
await browser.close();
