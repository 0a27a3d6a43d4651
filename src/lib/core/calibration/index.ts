/**
 * What the log says of this workroom's own figures: robust fits pulled to the table's defaults, with how sure they are. The
 * maker sees old and new, takes them or not, and can go back. In: runs, workshop. Out: suggestions, a changed workshop.
 */
import type { LoggedRun } from '../log';
import { defaultOf, isNumberId } from '../numbers';
import { isInLife } from '../run';
import type { Correction, Workshop } from '../workshop';
import { fitHands } from './hands';
import { fitMachines } from './machines';
import { fitBobbins, fitBreaks, fitRejects, fitSpools } from './rates';
import { fitHandSpread } from './spread';

import type { FigureKey, Suggestion } from './types';

export { sureness, type Suggestion } from './types';

/** Older runs say less about how it is now. */
const MOST_RUNS = 120;
/** Smaller changes than this share are no news. */
const LEAST_CHANGE = 0.03;

/** Every figure that the log speaks of. Runs of a simulated machine faster than life say nothing and are left out. */
export function fitFigures(runs: readonly LoggedRun[], workshop: Workshop): Suggestion[] {
  const real = runs
    .filter(({ state }) => isInLife(state) && state.status !== 'ready')
    .sort((a, b) => b.run.createdAt - a.run.createdAt)
    .slice(0, MOST_RUNS);
  return [
    ...fitMachines(real, workshop),
    ...fitHands(real, workshop),
    ...fitHandSpread(real, workshop),
    ...fitBreaks(real, workshop),
    ...fitRejects(real, workshop),
    ...fitBobbins(real, workshop),
    ...fitSpools(real, workshop),
  ];
}
/** Those that differ from what the plans use now. */
export const isNews = ({ from, to }: Suggestion): boolean =>
  Math.abs(to - from) > LEAST_CHANGE * Math.max(Math.abs(from), 1e-9);

/** Takes suggestions: the plans use them from now on. What they were before is kept with them. */
export function takeFigures(
  workshop: Workshop,
  taken: readonly Suggestion[],
  { id, at }: { id: string; at: number },
): Workshop {
  const changes = taken.map(({ key, label, to }) => ({
    key,
    label,
    from: figureOf(workshop, key),
    to: rounded(to),
  }));
  const correction: Correction = { id, at, changes };
  return {
    ...changes.reduce((w, c) => withFigure(w, c.key, c.to), workshop),
    corrections: [correction, ...workshop.corrections].slice(0, MOST_KEPT),
  };
}
const MOST_KEPT = 50;
/** Three digits: nothing here is known better. */
const rounded = (v: number) => Number(v.toPrecision(3));

/** Goes back to what the figures of a correction were before it; later corrections of the same figures stay. */
export function undoFigures(workshop: Workshop, id: string): Workshop {
  const at = workshop.corrections.findIndex((c) => c.id === id);
  if (at < 0) return workshop;
  const later = new Set(workshop.corrections.slice(0, at).flatMap((c) => c.changes.map((f) => f.key)));
  const back = workshop.corrections[at].changes.filter((c) => !later.has(c.key));
  return {
    ...back.reduce((w, c) => withFigure(w, c.key as FigureKey, c.from), workshop),
    corrections: workshop.corrections.filter((c) => c.id !== id),
  };
}

const split = (key: FigureKey): [string, string] => [
  key.slice(0, key.indexOf(':')),
  key.slice(key.indexOf(':') + 1),
];
/** null: as the table or the machine's panel says. */
function figureOf({ numbers, machines }: Workshop, key: FigureKey): number | null {
  const [kind, id] = split(key);
  if (kind === 'number') return (isNumberId(id) ? numbers[id] : null) ?? null;
  const machine = machines.find((m) => m.id === id);
  return (kind === 'speed' ? machine?.speedShare : machine?.startSeconds) ?? null;
}
function withFigure(workshop: Workshop, key: FigureKey, value: number | null): Workshop {
  const [kind, id] = split(key);
  if (kind === 'number' && isNumberId(id)) {
    const { [id]: _, ...others } = workshop.numbers;
    const isOwn = value !== null && value !== defaultOf(id).value;
    return { ...workshop, numbers: isOwn ? { ...others, [id]: value } : others };
  }
  const field = kind === 'speed' ? 'speedShare' : 'startSeconds';
  return {
    ...workshop,
    machines: workshop.machines.map((m) => (m.id === id ? { ...m, [field]: value } : m)),
  };
}
