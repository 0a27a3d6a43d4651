import type { Page } from 'playwright-core';

/** Lines of text may reach so far into each other: their boxes are higher than their letters. px */
const DEEP = 6;
const WIDE = 3;

/** Words and controls of a page that lie over each other, but for what is fixed over what scrolls; the first few. */
export const overlaps = (page: Page): Promise<string[]> =>
  page.evaluate(
    ([deep, wide]) => {
      const HIDDEN =
        '.sr-only, [aria-hidden=true], svg, option, select, textarea, noscript, script, [popover]';
      const shown: { what: string; box: DOMRect; of: Element }[] = [];
      const words = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
      for (let node = words.nextNode(); node; node = words.nextNode()) {
        const [text, of] = [node.textContent?.trim(), node.parentElement];
        if (!text || !of || of.closest(HIDDEN) || getComputedStyle(of).visibility === 'hidden') continue;
        const range = document.createRange();
        range.selectNodeContents(node);
        for (const box of range.getClientRects()) shown.push({ what: text.slice(0, 30), box, of });
      }
      for (const of of document.querySelectorAll('button, select, input'))
        // A step of the score is hit where it lies; what is drawn by a label is as small as a point.
        if (!of.matches('.sr-only, [data-testid=score] *, .sr-only *'))
          shown.push({ what: `control “${of.getAttribute('aria-label') ?? of.textContent?.trim()}”`, box: of.getBoundingClientRect(), of }); // prettier-ignore
      const isFixed = (of: Element | null): boolean =>
        !!of && (/fixed|sticky/.test(getComputedStyle(of).position) || isFixed(of.parentElement));
      const real = shown.filter(({ box }) => box.width > wide && box.height > deep);
      return real
        .flatMap((a, i) =>
          real.slice(i + 1).flatMap((b) => {
            if (a.of.contains(b.of) || b.of.contains(a.of)) return [];
            const x = Math.min(a.box.right, b.box.right) - Math.max(a.box.left, b.box.left);
            const y = Math.min(a.box.bottom, b.box.bottom) - Math.max(a.box.top, b.box.top);
            if (x <= wide || y <= deep || isFixed(a.of) !== isFixed(b.of)) return [];
            return [`${a.what} over ${b.what}`];
          }),
        )
        .slice(0, 5);
    },
    [DEEP, WIDE] as const,
  );

/** What a finger needs, less a rounding, px. */
const FINGER = 43.5;

/** Controls that a finger would miss; of a step of the score its own hit area counts, and a link in a sentence is as high as that. */
export const smallControls = (page: Page): Promise<string[]> =>
  page.evaluate(
    (least) =>
      [...document.querySelectorAll<HTMLElement>('a[href], button, input, select, textarea, summary, label')]
        .filter((e) => {
          const { width, height } = e.getBoundingClientRect();
          const { visibility, opacity, display } = getComputedStyle(e);
          if (!width || !height || height >= least || visibility === 'hidden' || opacity === '0') return false;
          if (e.matches('.sr-only, .sr-only *, [inert] *, [data-testid=score] *')) return false;
          // A label of a field beside it is no control of its own; what lies in a label is hit with it.
          if (e instanceof HTMLLabelElement && !/checkbox|radio|file/.test((e.control as HTMLInputElement | null)?.type ?? 'file')) return false; // prettier-ignore
          if ((e.closest('label')?.getBoundingClientRect().height ?? 0) >= least) return false;
          return !(e.matches('p a, dd a') && display === 'inline');
        })
        .map((e) => `${e.tagName} “${(e.getAttribute('aria-label') ?? e.innerText).trim().slice(0, 30)}” ${e.getBoundingClientRect().height}`), // prettier-ignore
    FINGER,
  );
