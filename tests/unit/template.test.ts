import { expect } from 'chai';
import { inflateSync } from 'node:zlib';
import { PAPERS, templatesPdf, tilesOf, type Paper } from '$lib/core/pdf';
import {
  CHECK_BAR_MM,
  pieceShape,
  pieceTemplate,
  quarterTurned,
  sheetTemplate,
  templateSvg,
  type PieceShape,
  type TemplateDrawing,
} from '$lib/core/template';
import { areaOf } from '$lib/core/base';
import { circle, closePath, run, satin } from '$lib/core/outline';
import { bib, gullPennant } from '$lib/demo';
import { sewn } from '../support/copies';
import { example, workshopWith } from '../support/examples';

const PT_PER_MM = 72 / 25.4;
type Extent = { width: number; height: number; minX: number; minY: number };
const extentOf = (points: number[][]): Extent => {
  const [xs, ys] = [points.map((p) => p[0]), points.map((p) => p[1])];
  const [minX, minY] = [Math.min(...xs), Math.min(...ys)];
  return { width: Math.max(...xs) - minX, height: Math.max(...ys) - minY, minX, minY };
};

/** Measures a file as a ruler would: each path of a kind, mm. */
function svgPaths(svg: string, kind: string): number[][][] {
  const [, w, h] = /width="([\d.]+)mm" height="([\d.]+)mm"/.exec(svg)!.map(Number);
  const box = /viewBox="0 0 ([\d.]+) ([\d.]+)"/.exec(svg)!.slice(1).map(Number);
  // One user unit must be one millimetre both ways, or nothing in the file is true.
  expect([w / box[0], h / box[1]]).to.deep.equal([1, 1]);
  return [...svg.matchAll(new RegExp(`class="${kind}" d="([^"]+)"`, 'g'))].map(([, d]) =>
    [...d.matchAll(/[ML]([\d.-]+) ([\d.-]+)/g)].map(([, x, y]) => [Number(x), Number(y)]),
  );
}
/** Pages of a PDF: size in mm, and every stroked path in mm on the page. */
function pdfPages(bytes: Uint8Array) {
  const raw = Buffer.from(bytes).toString('latin1');
  const sizes = [...raw.matchAll(/\/MediaBox \[ 0 0 ([\d.]+) ([\d.]+) \]/g)].map(([, w, h]) => [
    Number(w) / PT_PER_MM,
    Number(h) / PT_PER_MM,
  ]);
  const contents: string[] = [];
  for (const match of raw.matchAll(/\/Length (\d+)[^>]*>>\s*stream\r?\n/g)) {
    const from = (match.index ?? 0) + match[0].length;
    const body = Buffer.from(raw.slice(from, from + Number(match[1])), 'latin1');
    contents.push(
      /FlateDecode/.test(match[0]) || body[0] === 0x78
        ? inflateSync(body).toString('latin1')
        : body.toString('latin1'),
    );
  }
  const paths = contents
    .map((text) =>
      text
        .split(/\bS\b/)
        .map((part) =>
          [...part.matchAll(/([\d.-]+) ([\d.-]+) [ml]\b/g)].map(([, x, y]) => [
            Number(x) / PT_PER_MM,
            Number(y) / PT_PER_MM,
          ]),
        )
        .filter((p) => p.length),
    )
    .filter((p) => p.length);
  return { sizes, paths };
}

const shapeOf = (offsetMm: number, mirrored = false): { shape: PieceShape; drawing: TemplateDrawing } => {
  const { plan } = example(
    gullPennant(),
    { schools: { cut: 'pre-cut' } },
    workshopWith({ 'cut.preCutOffset': offsetMm }),
  );
  const piece = plan.cut.pieces.find((p) => p.preCut)!;
  const shape = pieceShape({ ...piece, mirrored }, plan.design, plan.numbers);
  return { shape, drawing: pieceTemplate(shape, 'Gull pennant', '') };
};

describe('templates as SVG, measured', () => {
  it('have a bar of 50 mm, and the piece at the size of its line', () => {
    const { plan } = example(gullPennant(), { schools: { cut: 'pre-cut' } });
    const piece = plan.cut.pieces.find((p) => p.preCut)!;
    const box = plan.design.reading.blocks[piece.caughtBy[0]].box;
    const { drawing } = shapeOf(0);
    const svg = templateSvg(drawing);
    const bar = svgPaths(svg, 'bar').map(extentOf);
    expect(Math.max(...bar.map((b) => b.width))).to.equal(CHECK_BAR_MM);
    const cut = extentOf(svgPaths(svg, 'cut')[0]);
    expect(cut.width).to.be.closeTo(box.maxX - box.minX, 0.1);
    expect(cut.height).to.be.closeTo(box.maxY - box.minY, 0.1);
  });
  it('have the shape that dashes place, not the rectangle round it', () => {
    const [round, inner] = [closePath(circle({ x: 0, y: 0 }, 45)), closePath(circle({ x: 0, y: 0 }, 44))];
    const fine = run(round, 1);
    const dashes = Array.from({ length: 23 }, (_, k) => run(fine.slice(12 * k, 12 * k + 8), 2.5));
    const { plan } = example(
      sewn(dashes, [run(inner, 2.5)], [satin(round, 3)]),
      { technique: 'applique', schools: { cut: 'pre-cut' } },
      workshopWith({ 'cut.preCutOffset': 0 }),
    );
    const piece = plan.cut.pieces.find((p) => p.preCut)!;
    const { outlines, widthMm } = pieceShape({ ...piece, caughtBy: [0] }, plan.design, plan.numbers);
    expect(widthMm).to.be.closeTo(90, 0.5);
    expect(Math.abs(areaOf(outlines[0]))).to.be.closeTo(Math.PI * 45 ** 2, 60);
  });
  it('grow by the offset on every side', () => {
    const [plain, grown] = [shapeOf(0).shape, shapeOf(0.5).shape];
    const size = (s: PieceShape) => extentOf(s.outlines.flat().map((p) => [p.x, p.y]));
    expect(size(grown).width - size(plain).width).to.be.within(0.9, 1.1);
    expect(size(grown).height - size(plain).height).to.be.within(0.9, 1.1);
  });
  it('are mirrored for cutting from the fused side: left and right change over, nothing else', () => {
    const [front, back] = [shapeOf(0).shape, shapeOf(0, true).shape];
    expect([front.mirrored, back.mirrored]).to.deep.equal([false, true]);
    const xs = (s: PieceShape, flip: boolean) =>
      s.outlines[0].map((p) => [flip ? s.widthMm - p.x : p.x, p.y].map((v) => v.toFixed(3)).join()).sort();
    expect(xs(back, true)).to.deep.equal(xs(front, false));
    expect(xs(back, false)).to.not.deep.equal(xs(front, false));
  });
  it('say names as text, never as markup', () => {
    const { shape } = shapeOf(0);
    const svg = templateSvg(pieceTemplate({ ...shape, name: '<script>alert(1)</script>' }, 'a & b', ''));
    expect(svg).to.not.include('<script');
    expect(svg).to.include('a &amp; b: &lt;script&gt;');
  });
});

describe('a sheet as one template', () => {
  it('holds every piece where the layout lays it, turned ones a quarter turned', () => {
    const { shape } = shapeOf(0);
    const turned = quarterTurned(shape);
    expect([turned.widthMm, turned.heightMm]).to.deep.equal([shape.heightMm, shape.widthMm]);
    const svg = templateSvg(
      sheetTemplate('Cotton', 500, 400, [
        { shape, turned: false, xMm: 10, yMm: 20 },
        { shape, turned: true, xMm: 250, yMm: 20 },
      ]),
    );
    const sheet = extentOf(svgPaths(svg, 'sheet')[0]);
    expect([sheet.width, sheet.height]).to.deep.equal([500, 400]);
    const [a, b] = svgPaths(svg, 'cut').map(extentOf);
    expect(a.width).to.be.closeTo(shape.widthMm, 0.01);
    expect(b.width).to.be.closeTo(shape.heightMm, 0.01);
    expect(a.minX - sheet.minX).to.be.closeTo(10, 0.01);
    expect(b.minX - sheet.minX).to.be.closeTo(250, 0.01);
  });
});

describe('templates as PDF, measured', () => {
  const rectangle = () => {
    const { plan } = example(bib(), { materials: { back: { marginMm: 60 } } });
    const piece = plan.cut.pieces.find((p) => p.id === 'back')!;
    return pieceTemplate(pieceShape(piece, plan.design, plan.numbers), 'Bib', '');
  };
  for (const paper of ['A4', 'Letter'] as Paper[])
    it(`are at true scale on ${paper}, over several pages when larger, with the crosses of both pages meeting`, async () => {
      const drawing = rectangle();
      const { across, down, w, h } = tilesOf(drawing, paper);
      expect(across * down).to.be.above(1);
      const { sizes, paths } = pdfPages(await templatesPdf([drawing], paper));
      expect(sizes).to.have.length(across * down);
      for (const [width, height] of sizes) {
        expect(width).to.be.closeTo(PAPERS[paper].widthMm, 0.01);
        expect(height).to.be.closeTo(PAPERS[paper].heightMm, 0.01);
      }
      // The whole outline is in every page's content, clipped: its size tells the scale.
      const cut = drawing.lines.find((l) => l.kind === 'cut')!.path;
      const wanted = extentOf(cut.map((p) => [p.x, p.y]));
      for (const page of paths) {
        const found = page.map(extentOf);
        const same = found.some(
          (e) => Math.abs(e.width - wanted.width) < 0.02 && Math.abs(e.height - wanted.height) < 0.02,
        );
        expect(same, 'outline at true size').to.equal(true);
        expect(found.some((e) => Math.abs(e.width - CHECK_BAR_MM) < 0.02 && e.height < 0.01)).to.equal(true);
      }
      // Laid over each other by the overlap, the last 10 mm of one page are the first of the next.
      expect(across * w - (across - 1) * 10).to.be.at.least(drawing.widthMm);
      expect(down * h - (down - 1) * 10).to.be.at.least(drawing.heightMm);
    });
  it('take letters the font does not know as dots instead of failing', async () => {
    const drawing = { ...rectangle(), title: 'Möwe 鷗 → 12' };
    expect((await templatesPdf([drawing], 'A4')).length).to.be.above(500);
  });
});
