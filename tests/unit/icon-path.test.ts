import { readdirSync, readFileSync } from 'node:fs';
import { expect } from 'chai';
import { iconPath, type IconNode } from '$lib/ui/kit/icon-path';

const ICONS = new URL('../../node_modules/@lucide/svelte/dist/icons/', import.meta.url);
const used = () =>
  readdirSync('src', { recursive: true, encoding: 'utf8' })
    .filter((name) => /\.(svelte|ts)$/.test(name))
    .flatMap((name) => [
      ...readFileSync(`src/${name}`, 'utf8').matchAll(/@lucide\/svelte\/icons\/([a-z0-9-]+)/g),
    ])
    .map(([, name]) => String(name));
/** An icon of the library; one of another name is only pointed to. */
function nodeOf(name: string): IconNode {
  const pointed = /from ["']\.\/([a-z0-9-]+)\.svelte/.exec(
    readFileSync(new URL(`${name}.js`, ICONS), 'utf8'),
  )?.[1];
  const text = readFileSync(new URL(`${pointed ?? name}.svelte`, ICONS), 'utf8');
  const data = /iconData = (\{.*\});/.exec(text)?.[1] ?? '';
  return (JSON.parse(data) as { node: IconNode }).node;
}

describe('an icon as one path', () => {
  it('is each shape where it stands, also one that begins relative after another', () => {
    expect(
      iconPath([
        ['path', { d: 'M1 2h3' }],
        ['path', { d: 'm5 6 1 1' }],
      ]),
    ).to.equal('M0 0M1 2h3M0 0m5 6 1 1');
    expect(iconPath([['line', { x1: 1, y1: 2, x2: 3, y2: 4 }]])).to.equal('M1 2L3 4');
    expect(iconPath([['circle', { cx: 12, cy: 12, r: 3 }]])).to.equal(
      'M12 12m-3 0a3 3 0 1 0 6 0a3 3 0 1 0 -6 0z',
    );
    expect(iconPath([['rect', { x: 2, y: 3, width: 10, height: 8, rx: 1 }]])).to.equal(
      'M3 3h8a1 1 0 0 1 1 1v6a1 1 0 0 1 -1 1h-8a1 1 0 0 1 -1 -1v-6a1 1 0 0 1 1 -1z',
    );
  });
  it('is known for every icon that is used', () => {
    const names = new Set(used());
    expect(names.size).to.be.greaterThan(40);
    for (const name of names) expect(iconPath(nodeOf(name)), name).to.match(/^M/);
  });
});
