import type { Box } from '../base';
import {
  LENGTH_BIN_MM,
  LENGTH_BINS,
  type BlockReading,
  type Reading,
  type Role,
  type Texture,
} from './types';

/** A stop from a sheet: what it is for, and how long it takes, by the machine's screen or in stitches. */
export interface TypedBlock {
  title: string;
  role: Role;
  seconds: number | null;
  stitches: number | null;
}

/** A stitch of which nothing is known is this long, mm. */
const USUAL_STITCH = 2.5;
/** What such a block is usually sewn in, for the drawing of the score. */
const USUAL_TEXTURE: Partial<Record<Role, Texture>> = {
  cover: 'satin',
  decoration: 'fill',
  lace: 'satin',
  quilting: 'meander',
  'final-outline': 'bean',
};

/**
 * A reading of stops that were typed: no lines, no density and no technique, but roles, times and an order.
 * @param size finished size of the design, mm, when the maker knows it  @param speed stitches a minute
 */
export function typedReading(
  stops: readonly TypedBlock[],
  size: { width: number; height: number } | null,
  speed: number,
): Reading {
  const box: Box = size
    ? { minX: -size.width / 2, minY: -size.height / 2, maxX: size.width / 2, maxY: size.height / 2 }
    : { minX: 0, minY: 0, maxX: 0, maxY: 0 };
  const blocks = stops.map((stop, index): BlockReading => {
    const stitches = stop.stitches ?? Math.round(((stop.seconds ?? 0) * speed) / 60);
    const lengthBins = new Array<number>(LENGTH_BINS).fill(0);
    lengthBins[Math.floor(USUAL_STITCH / LENGTH_BIN_MM) - 1] = stitches;
    return {
      index,
      from: 0,
      to: 0,
      stitches,
      jumps: 0,
      trims: 0,
      floats: 0,
      sewnLengthMm: stitches * USUAL_STITCH,
      lengthBins,
      texture: USUAL_TEXTURE[stop.role] ?? 'run',
      widthMm: null,
      advanceMm: null,
      blanket: false,
      bladeDeg: null,
      box: { ...box },
      closed: false,
      perimeterMm: null,
      dashed: null,
      lines: [],
      openings: [],
      follows: null,
      densityPerCm2: 0,
      role: {
        value: stop.role,
        confidence: 1,
        because: `your sheet says “${stop.title}”`,
        against: null,
        runnerUp: null,
        by: 'maker',
      },
      typed: { title: stop.title, seconds: stop.seconds },
    };
  });
  return {
    label: '',
    warnings: [],
    stitches: blocks.reduce((sum, b) => sum + b.stitches, 0),
    jumps: 0,
    trims: 0,
    stops: Math.max(0, blocks.length - 1),
    extents: box,
    blocks,
    covers: [],
    copies: null,
    techniques: [],
  };
}
