// Whoever goes by keys sees where they are: a ring on every control of every screen, three to one against the ground it stands on.
import assert from "node:assert/strict";
import { test } from "node:test";
import { demoScreens } from "../support/screens.mjs";
import { suite } from "../support/suite.mjs";

const at = suite({ demo: true });

// The ring as the browser has computed it, and the grounds on either side of it.
const rings = () =>
  at.page.evaluate(() => {
    const channel = (value) => (value / 255 <= 0.03928 ? value / 255 / 12.92 : ((value / 255 + 0.055) / 1.055) ** 2.4);
    const light = (color) => {
      const [red, green, blue] = color.match(/[\d.]+/g).map(Number);
      return 0.2126 * channel(red) + 0.7152 * channel(green) + 0.0722 * channel(blue);
    };
    const contrast = (one, other) => {
      const [low, high] = [light(one), light(other)].sort((a, b) => a - b);
      return (high + 0.05) / (low + 0.05);
    };
    const isClear = (color) => color === "transparent" || /^rgba.*,\s*0\)$/.test(color);
    const groundOf = (element) => {
      for (let one = element.parentElement; one; one = one.parentElement) {
        const color = getComputedStyle(one).backgroundColor;
        if (!isClear(color)) return color;
      }
      return "rgb(255, 255, 255)";
    };
    const faint = [];
    let seen = 0;
    for (const control of document.querySelectorAll("a[href], button, input, select, textarea, summary, [tabindex='0']")) {
      if (control.disabled || control.type === "hidden" || !control.checkVisibility({ visibilityProperty: true })) continue;
      control.focus({ focusVisible: true, preventScroll: true });
      if (document.activeElement !== control) continue;
      seen += 1;
      // A box that is drawn by what stands beside it shows its ring there.
      const shown = [control, control.nextElementSibling, control.parentElement?.querySelector(".fifth-name")].filter((one) => one && one.nodeType === 1);
      const ring = shown.map((one) => getComputedStyle(one)).find((style) => style.outlineStyle === "solid" && parseFloat(style.outlineWidth) >= 2 && !isClear(style.outlineColor));
      const ground = groundOf(control);
      if (!ring || contrast(ring.outlineColor, ground) < 3) faint.push(`${control.outerHTML.slice(0, 120)} ${ring ? `${ring.outlineColor} on ${ground}` : "no ring"}`);
    }
    return { seen, faint };
  });

test("every control of every screen shows its focus, in both color schemes", async () => {
  const address = at.server.address;
  const screens = await demoScreens(at.page, address);
  for (const scheme of ["light", "dark"]) {
    await at.page.emulateMedia({ colorScheme: scheme });
    let all = 0;
    for (const screen of screens) {
      await at.page.goto(address + screen);
      await at.page.waitForTimeout(150);
      const { seen, faint } = await rings();
      assert.deepEqual(faint, [], `${scheme} ${screen}`);
      all += seen;
    }
    assert.ok(all > 400, `${all} controls`);
  }
});
