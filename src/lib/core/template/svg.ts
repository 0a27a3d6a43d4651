import type { TemplateDrawing } from './drawing';

const STYLES: Record<TemplateDrawing['lines'][number]['kind'], string> = {
  cut: 'stroke="#000" stroke-width="0.3"',
  sheet: 'stroke="#777" stroke-width="0.2"',
  fold: 'stroke="#000" stroke-width="0.2" stroke-dasharray="4 2"',
  catch: 'stroke="#555" stroke-width="0.15" stroke-dasharray="1 1"',
  bar: 'stroke="#000" stroke-width="0.4"',
};
const escaped = (text: string) =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');
const mm = (v: number) => String(Math.round(v * 1000) / 1000);

/** A template as SVG at true scale: one user unit is one millimetre. */
export function templateSvg({ title, widthMm, heightMm, lines, texts }: TemplateDrawing): string {
  const y = (v: number) => mm(heightMm - v);
  const paths = lines.map(({ kind, path, closed }) => {
    const d = path.map((p, i) => `${i ? 'L' : 'M'}${mm(p.x)} ${y(p.y)}`).join('') + (closed ? 'Z' : '');
    return `  <path class="${kind}" d="${d}" fill="none" ${STYLES[kind]}/>`;
  });
  const labels = texts.map(
    (t) =>
      `  <text x="${mm(t.at.x)}" y="${y(t.at.y)}" font-size="${mm(t.sizeMm)}" font-family="sans-serif">${escaped(t.text)}</text>`,
  );
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${mm(widthMm)}mm" height="${mm(heightMm)}mm" viewBox="0 0 ${mm(widthMm)} ${mm(heightMm)}">`,
    `  <title>${escaped(title)}</title>`,
    ...paths,
    ...labels,
    '</svg>',
    '',
  ].join('\n');
}
