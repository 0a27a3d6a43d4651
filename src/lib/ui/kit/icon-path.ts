/** An icon as its library has it: shapes of SVG with their attributes, in a box of 24. */
export type IconNode = readonly (readonly [
  tag: string,
  attributes: Readonly<Record<string, string | number>>,
])[];

const paths = new WeakMap<IconNode, string>();
/**
 * All shapes of an icon as the data of one path: one element instead of up to nine, each with its own effects.
 * @throws Error for a shape that it does not know
 */
export function iconPath(node: IconNode): string {
  const known = paths.get(node);
  if (known !== undefined) return known;
  const path = node.map(([tag, attributes]) => shapePath(tag, (name) => attributes[name] ?? 0)).join('');
  paths.set(node, path);
  return path;
}
function shapePath(tag: string, of: (name: string) => string | number): string {
  const [x, y, w, h] = [Number(of('x')), Number(of('y')), Number(of('width')), Number(of('height'))];
  switch (tag) {
    case 'path':
      // One that begins relative to nothing would here be relative to where the shape before it ended.
      return `M0 0${of('d')}`;
    case 'line':
      return `M${of('x1')} ${of('y1')}L${of('x2')} ${of('y2')}`;
    case 'polyline':
      return `M${of('points')}`;
    case 'circle': {
      const r = Number(of('r'));
      return `M${of('cx')} ${of('cy')}m${-r} 0a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0z`;
    }
    case 'rect': {
      // One radius given stands for both.
      const r = Number(of('rx')) || Number(of('ry'));
      const corner = (dx: number, dy: number) => (r ? `a${r} ${r} 0 0 1 ${dx * r} ${dy * r}` : '');
      return `M${x + r} ${y}h${w - 2 * r}${corner(1, 1)}v${h - 2 * r}${corner(-1, 1)}h${2 * r - w}${corner(-1, -1)}v${2 * r - h}${corner(1, -1)}z`;
    }
    default:
      throw new Error(`An icon has a shape that is not known: ${tag}.`);
  }
}
