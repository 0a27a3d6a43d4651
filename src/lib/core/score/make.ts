import type { Build } from '../build';
import { isNumberId, type NumberId, type Numbers } from '../numbers';
import { tightTrim } from './trim';
import type { Reading, Role } from '../reading';
import { matchTechnique, techniqueById, type HandTemplate, type Match } from '../techniques';
import { applyEdits, number } from './edit';
import { blocksOf, piecesOf } from './pieces';
import type { HandStep, NeedleStep, Score, ScorePiece, Step } from './types';

export interface ScoreOptions {
  /** on one needle, hands change the thread; on many, the machine does */
  threadByHand: boolean;
  /** such a frame pinches */
  magneticHoop: boolean;
  /** a length of the table of numbers, in the maker's unit */
  say: (number: NumberId) => string;
  /** any length in the maker's unit, mm in */
  length: (mm: number) => string;
  numbers: Numbers;
}

/**
 * The score of a build: needle steps from the blocks, hand steps from the technique, in order, with the maker's edits.
 * Deterministic; step ids are stable for the same tape and technique.
 */
export function makeScore(build: Build, reading: Reading, options: ScoreOptions): Score {
  const match = matchTechnique(techniqueById(build.technique), reading);
  const pieces = piecesOf(match, build);
  const steps = proposed(match, reading, pieces, options);
  const threaded = options.threadByHand ? withThreads(steps, build) : steps;
  const { steps: edited, stale } = applyEdits(threaded, build.edits);
  return { steps: number(edited), pieces, technique: match.technique.id, fit: match.fit, stale };
}

function proposed(match: Match, reading: Reading, pieces: ScorePiece[], options: ScoreOptions): Step[] {
  const { technique, places } = match;
  const hand = (anchor: string, round: number) => (t: HandTemplate) =>
    handStep(t, anchor, round, match, pieces, reading, options) ?? [];
  const steps: Step[] = technique.start.flatMap(hand('start', 0));
  reading.blocks.forEach((_, b) => {
    const place = places[b];
    const same = (other: number) => {
      const o = places[other];
      return o?.slot === place?.slot && o?.round === place?.round;
    };
    // Slots that take several blocks have their hand steps once, before the first and after the last.
    if (place && !(b > 0 && same(b - 1)))
      steps.push(...(place.slot.before ?? []).flatMap(hand(`b${b}`, place.round)));
    steps.push(needleStep(b, match, reading, pieces));
    if (place && !(b + 1 < places.length && same(b + 1)))
      steps.push(...(place.slot.after ?? []).flatMap(hand(`a${b}`, place.round)));
  });
  steps.push(...technique.finish.flatMap(hand('finish', 0)));
  return steps;
}

/** A block that fits its slot less well than this is called by its own role. */
const NAMED_BY_SLOT = 0.95;
const ROLE_TITLES: Record<Role, string> = {
  placement: 'Placement line',
  'tack-down': 'Tack-down',
  cover: 'Cover the edge',
  decoration: 'Decoration',
  quilting: 'Quilting',
  seam: 'Seam',
  'final-outline': 'Last outline',
  marker: 'Markers',
  'cut-line': 'Cut line',
  'lace-underlay': 'Lace underlay',
  lace: 'Lace',
};

function needleStep(block: number, { places }: Match, reading: Reading, pieces: ScorePiece[]): NeedleStep {
  const place = places[block];
  const { value, confidence, because } = reading.blocks[block].role;
  const holds = (place?.slot.holds ?? []).flatMap((key) => pieceFor(key, place!.round, pieces) ?? []);
  const suffix = place?.part.repeat && holds.length ? `: ${holds[0].name}` : '';
  return {
    kind: 'needle',
    id: `n${block}`,
    block,
    title:
      place && (place.slot.roles[value] ?? 0) >= NAMED_BY_SLOT
        ? `${place.slot.title}${suffix}`
        : ROLE_TITLES[value],
    because,
    role: value,
    confidence,
    holds: holds.map((p) => p.id),
    attended: place?.slot.attended ?? false,
    stop: 0,
  };
}

const pieceFor = (key: string, round: number, pieces: ScorePiece[]) =>
  pieces.find((p) => p.id === key || p.id === `${key}-${round}`);

function handStep(
  t: HandTemplate,
  anchor: string,
  round: number,
  match: Match,
  all: ScorePiece[],
  reading: Reading,
  { say, length, numbers, magneticHoop }: ScoreOptions,
): HandStep | null {
  const pieces = (t.pieces ?? []).flatMap((key) => pieceFor(key, round, all) ?? []);
  if (t.pieces?.length && !pieces.length) return null;
  const along = t.along ? (blocksOf(match, t.along, round || undefined).at(-1) ?? null) : null;
  const tight = t.action === 'trim-close' && along !== null ? tightTrim(along, reading, numbers) : null;
  const lengthNamed = (id: NumberId) =>
    id === 'cut.trimClose' && tight ? length(tight.allowanceMm) : say(id);
  const named = (text: string) =>
    text.replace(/\{([\w.]+)\}/g, (token, name: string) => {
      if (name === 'piece') return pieces[0]?.name.toLowerCase() ?? 'the piece';
      return isNumberId(name) ? lengthNamed(name) : token;
    });
  return {
    kind: 'hand',
    id: `${anchor}:${t.key}`,
    title: named(t.title),
    text: named(t.text),
    because: tight ? `${t.because} ${tight.because(length)}` : t.because,
    action: t.action,
    side: t.side,
    face: t.face,
    pieces: pieces.map((p) => p.id),
    along,
    tapeSides: t.tapeSides ?? 0,
    spray: t.spray ?? false,
    hoop: t.hoop,
    tools: t.tools ?? [],
    cautions: [
      ...(t.cautions ?? []),
      ...(t.action === 'hoop-up' && magneticHoop ? (['magnet'] as const) : []),
    ],
    times: t.times ?? 1,
    ownSeconds: null,
    own: false,
    hand: 0,
    stop: 0,
  };
}

/** Where the thread differs from the block before, hands change it first. */
function withThreads(steps: Step[], build: Build): Step[] {
  return steps.flatMap((step) => {
    if (step.kind !== 'needle') return [step];
    const thread = build.threads[step.block];
    const before = step.block > 0 ? build.threads[step.block - 1] : undefined;
    if (!thread || (before && before.name === thread.name && before.colour === thread.colour)) return [step];
    const change: HandStep = {
      kind: 'hand',
      id: `b${step.block}:thread`,
      title: `Thread ${thread.name}`,
      text: `Thread the needle with ${thread.name}.`,
      because:
        step.block === 0
          ? 'The first block is sewn in it.'
          : `The block before was sewn in ${before?.name ?? 'another thread'}.`,
      action: 'thread',
      side: 'front',
      pieces: [],
      along: null,
      tapeSides: 0,
      spray: false,
      tools: [],
      cautions: ['needle'],
      times: 1,
      ownSeconds: null,
      own: false,
      hand: 0,
      stop: 0,
    };
    return [change, step];
  });
}
