import { itemAt } from '$lib/core/base';
import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import type { Build } from '$lib/core/build';
import type { BuildPlan } from '$lib/core/plan';
import { newRun, stitchesOf, type RunEvent, type RunRecord } from '$lib/core/run';
import { learningFactor } from '$lib/core/time';
import type { Workshop } from '$lib/core/workshop';

/** A made-up run with its events. */
export interface DemoRun {
  run: RunRecord;
  events: RunEvent[];
}
type Mishap = 'break' | 'bobbin' | 'phone' | 'ruined' | 'second';
interface Past {
  daysAgo: number;
  mishap?: Mishap;
  /** interrupted after so many steps */
  stopAfter?: number;
}

/** What Tern & Tide have sewn in the last weeks: four thread breaks, two empty bobbins, one item ruined, one seconds. */
const PAST: Record<string, Past[]> = {
  'crew-patch': [
    { daysAgo: 20.6 },
    { daysAgo: 20.2, mishap: 'break' },
    { daysAgo: 13.2 },
    { daysAgo: 5.6, mishap: 'bobbin' },
    { daysAgo: 5.2 },
  ],
  'line-winder-pouch': [
    { daysAgo: 24.3, mishap: 'ruined' },
    { daysAgo: 23.1 },
    { daysAgo: 15.4, mishap: 'break' },
    { daysAgo: 9.3 },
    { daysAgo: 3.3 },
    { daysAgo: 2.2 },
    { daysAgo: 0.1, stopAfter: 19 },
  ],
  'tail-tab': [
    { daysAgo: 18.4 },
    { daysAgo: 18.2 },
    { daysAgo: 11.2, mishap: 'phone' },
    { daysAgo: 6.2 },
    { daysAgo: 1.4 },
  ],
  'wind-star': [{ daysAgo: 16.6, mishap: 'break' }, { daysAgo: 8.6 }, { daysAgo: 4.5 }],
  'gull-pennant': [{ daysAgo: 14.5 }, { daysAgo: 7.5, mishap: 'second' }, { daysAgo: 7.2 }],
  'tea-tent-napkin': [{ daysAgo: 12.4 }, { daysAgo: 10.4, mishap: 'bobbin' }],
  'picnic-coaster': [{ daysAgo: 17.2 }, { daysAgo: 9.1 }, { daysAgo: 2.6 }],
  'pilot-bib': [{ daysAgo: 21.3 }, { daysAgo: 6.4, mishap: 'break' }],
  'fluffy-number': [{ daysAgo: 19.2 }, { daysAgo: 3.7 }],
};
const DAY = 86_400_000;

/** Tenths of a day back are working hours of that day: 0.1 the evening, 0.7 the morning. Today's lie hours back. */
function begunAt(daysAgo: number, now: number): number {
  const days = Math.floor(daysAgo);
  const back = daysAgo - days;
  if (!days) return Math.round(now - back * DAY);
  const begun = new Date(now - days * DAY);
  begun.setHours(21, 0, 0, 0);
  return Math.round(begun.getTime() - back * WORKDAY);
}
const WORKDAY = 17 * 3_600_000;

/** How this workroom differs from the table: what the log should teach. Shares of the planned time. */
const NEEDLE_SHARE: Record<string, number> = { petrel: 1.12, gannet: 1.05 };
const HAND_SHARE: Record<string, number> = { lay: 1.2, 'hoop-up': 1.15, 'trim-close': 0.85, thread: 0.8 };
const NEEDLE_SPREAD = 0.03;
const HAND_SPREAD = 0.2;

/** Made-up runs of the last weeks, the same for the same moment. @param now ms since 1970 */
export function demoLog(
  builds: readonly { build: Build; plan: BuildPlan }[],
  workshop: Workshop,
  now: number,
): DemoRun[] {
  return builds.flatMap(({ build, plan }, i) =>
    (PAST[build.id] ?? []).map((past, n) => pastRun(build, plan, workshop, past, n, now, 100 * i + n)),
  );
}

function pastRun(
  build: Build,
  plan: BuildPlan,
  workshop: Workshop,
  { daysAgo, mishap, stopAfter }: Past,
  n: number,
  now: number,
  seed: number,
): DemoRun {
  const dice = xoroshiro128plus(seed + 7);
  const roll = () => uniformFloat64(dice);
  /** about 1, never far below: hands are sometimes much slower, seldom much faster */
  const about = (spread: number) => Math.exp(spread * (roll() + roll() + roll() - 1.5));
  const startedAt = begunAt(daysAgo, now);
  const run = newRun(build, plan, workshop, {
    id: `demo-run-${build.id}-${n}`,
    now: startedAt,
    madeBefore: n * Math.max(1, build.order.repeats),
  });
  const { steps } = run.score;
  const events: RunEvent[] = [{ type: 'started', at: startedAt }];
  let at = startedAt;
  const tell = (seconds: number, event: Record<string, unknown>) => {
    const ms = Math.round(1000 * seconds);
    at += ms;
    events.push({ ...event, at, ms } as unknown as RunEvent);
  };
  const sewn = steps.flatMap((s, index) => (s.kind === 'needle' ? [{ s, index }] : []));
  const longest = sewn.reduce((a, b) => (itemAt(run.planned, b.s.id) > itemAt(run.planned, a.s.id) ? b : a));
  const laid = steps.findLastIndex((s) => s.kind === 'hand' && s.action === 'lay');
  for (let index = 0; index < (stopAfter ?? steps.length); index++) {
    const step = itemAt(steps, index);
    const planned = itemAt(run.planned, step.id);
    if (step.kind === 'needle') {
      const seconds = planned * (NEEDLE_SHARE[build.machineId] ?? 1) * about(NEEDLE_SPREAD);
      const at = { index, stitch: Math.round(stitchesOf(run, step) * 0.6) };
      if (index === longest.index && mishap === 'break') {
        tell(0.6 * seconds, { type: 'broke', ...at, thread: itemAt(run.blocks, step.block).thread.name });
        tell(85 * about(0.3), { type: 'went-back', index, stitch: Math.max(0, at.stitch - 6) });
        tell(0.4 * seconds, { type: 'done', stepId: step.id, index });
      } else if (index === longest.index && mishap === 'bobbin') {
        tell(0.6 * seconds, { type: 'bobbin-changed', stepId: step.id, stitch: at.stitch, ranOut: true });
        tell(70 * about(0.3) + 0.4 * seconds, { type: 'done', stepId: step.id, index });
      } else tell(seconds, { type: 'done', stepId: step.id, index });
      continue;
    }
    const learned = learningFactor(run.madeBefore + 1, plan.numbers);
    const call = mishap === 'phone' && index === laid ? 1500 : 0;
    tell(planned * (HAND_SHARE[step.action] ?? 1) * learned * about(HAND_SPREAD) + call, {
      type: 'done',
      stepId: step.id,
      index,
    });
    if (mishap === 'ruined' && index === laid) {
      tell(20, {
        type: 'trouble',
        stepId: step.id,
        kind: 'shifted',
        text: 'The back crept while the hoop slid in.',
      });
      tell(1, { type: 'item', n: 0, result: 'ruined', reason: 'Back crept, not caught at the corner.' });
      tell(1, {
        type: 'given-up',
        reason: 'Back crept, not caught at the corner. Tape all four sides next time.',
      });
      return { run, events };
    }
  }
  if (stopAfter !== undefined) {
    const step = itemAt(steps, stopAfter);
    const sewn = step.kind === 'needle' ? Math.floor(0.4 * stitchesOf(run, step)) : null;
    tell(0.4 * itemAt(run.planned, step.id), {
      type: 'note',
      stepId: step.id,
      text: 'Left for the post; everything is taped.',
    });
    tell(1, { type: 'interrupted', stitch: sewn, reason: 'Left for the post.' });
    return { run, events };
  }
  for (let item = 0; item < run.items; item++) {
    const second = mishap === 'second' && item === 0;
    tell(2, {
      type: 'item',
      n: item,
      result: second ? 'second' : 'good',
      reason: second ? 'Edge a little open at the wing tip.' : '',
    });
  }
  tell(1, { type: 'finished' });
  return { run, events };
}
