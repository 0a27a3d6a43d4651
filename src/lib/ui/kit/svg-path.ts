/** A path as SVG draws it: y is turned down from `top`. mm */
export const svgPath = (
  path: readonly { x: number; y: number }[],
  { top = 0, closed = true }: { top?: number; closed?: boolean } = {},
): string =>
  path.map((p, i) => `${i ? 'L' : 'M'}${p.x.toFixed(1)} ${(top - p.y).toFixed(1)}`).join('') +
  (closed && path.length ? 'Z' : '');
