/**
 * A build rehearsed: at each stop, what do the hands do now? Right answers are the build's own steps; wrong ones are what
 * goes wrong at machines: doing nothing, too early, the wrong side up, the hoop off. Why comes from the score and from the
 * plan check of the build without that step. In: build and what it is read from. Out: questions; nothing is kept.
 */
import { itemAt } from '../base';
import { checkPlan } from '../check';
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import type { Build } from '../build';
import { planBuild, type BuildPlan } from '../plan';
import type { Reading } from '../reading';
import { needsHands, type HandStep, type Step } from '../score';
import type { Workshop } from '../workshop';

/** One answer to choose from, with why it is right or what it would spoil. */
export interface RehearsalAnswer {
  text: string;
  right: boolean;
  because: string;
}
/** What is done at one stop of the machine? */
export interface RehearsalQuestion {
  /** the hand steps done at this stop, in order */
  stepIds: string[];
  /** index in the score of the first of them */
  at: number;
  stop: number;
  /** what the needle has just sewn; null: before the first block */
  after: string | null;
  answers: RehearsalAnswer[];
}

/** What is said of a hand step in a few words: its title, and which way up and where, where that matters. */
const handWords = (step: HandStep, change: { face?: string; side?: string } = {}): string => {
  const lays = step.action === 'lay';
  const face = change.face ?? step.face;
  const side = change.side ?? step.side;
  return [step.title, lays && face && `right side ${face}`, lays && side !== 'off' && `on the ${side}`]
    .filter(Boolean)
    .join(', ');
};
const MOST_WRONG = 3;

interface Group {
  steps: HandStep[];
  at: number;
  after: string | null;
}
/** Hand steps by stop; those after the last block are the finishing, done away from the machine. */
function groupsOf(steps: readonly Step[]): Group[] {
  const groups: Group[] = [];
  const last = steps.findLastIndex((s) => s.kind === 'needle');
  let after: string | null = null;
  let open: Group | null = null;
  steps.slice(0, last + 1).forEach((step, at) => {
    if (step.kind === 'needle') {
      after = step.title;
      open = null;
    } else if (needsHands(step)) {
      if (!open) groups.push((open = { steps: [], at, after }));
      open.steps.push(step);
    }
  });
  return groups;
}

/** @param seed the same seed asks in the same order of answers */
export function rehearse(
  build: Build,
  own: Reading,
  workshop: Workshop,
  inserted: Record<string, Reading>,
  seed: number,
): { plan: BuildPlan; questions: RehearsalQuestion[] } {
  const plan = planBuild(build, own, workshop, inserted);
  const findingsOf = (asked: Build) =>
    checkPlan({
      build: asked,
      plan: asked === build ? plan : planBuild(asked, own, workshop, inserted),
      workshop,
      today: null,
    });
  const known = new Set(findingsOf(build).map((f) => `${f.id} ${f.message}`));
  /** what the plan check would say of the build without this step */
  const without = (step: HandStep): string => {
    const edits = [...build.edits, { kind: 'remove' as const, stepId: step.id }];
    const found = findingsOf({ ...build, edits });
    const news = found
      .filter((f) => !known.has(`${f.id} ${f.message}`))
      .sort((a, b) => RANK[a.severity] - RANK[b.severity]);
    return news.length ? `${itemAt(news, 0).message} ${itemAt(news, 0).because}` : step.because;
  };
  const groups = groupsOf(plan.score.steps);
  const dice = xoroshiro128plus(seed);
  const shuffled = <T>(list: T[]): T[] => {
    for (let i = list.length - 1; i > 0; i--) {
      const j = uniformInt(dice, 0, i);
      [list[i], list[j]] = [itemAt(list, j), itemAt(list, i)];
    }
    return list;
  };
  const questions = groups.map(({ steps, at, after }, g): RehearsalQuestion => {
    const wrong = [
      ...slips(steps),
      ...(g + 1 < groups.length ? [tooEarly(itemAt(groups, g + 1))] : []),
      { text: 'Nothing: start the machine again', because: without(itemAt(steps, 0)) },
      ...(g > 1 ? [{ text: said(itemAt(groups, g - 2).steps), because: 'That is done already.' }] : []),
    ].filter((w) => w.text !== said(steps));
    const answers = [
      {
        text: said(steps),
        right: true,
        because: steps
          .map((s) => s.because)
          .filter(Boolean)
          .join(' '),
      },
      ...unique(wrong)
        .slice(0, MOST_WRONG)
        .map((w) => ({ ...w, right: false })),
    ];
    return {
      stepIds: steps.map((s) => s.id),
      at,
      stop: itemAt(steps, 0).stop,
      after,
      answers: shuffled(answers),
    };
  });
  return { plan, questions };
}
/** The sentences of a reason that another one has not said already. */
export const notYetSaid = (reason: string, said: string): string =>
  reason
    .split(/(?<=[.!?])\s+/)
    .filter((sentence) => !said.includes(sentence))
    .join(' ');
const RANK = { stop: 0, mind: 1, tip: 2 } as const;
const said = (steps: readonly HandStep[]) => steps.map((s) => handWords(s)).join('; then ');
const unique = <T extends { text: string }>(list: readonly T[]): T[] => [
  ...new Map(list.map((w) => [w.text, w])).values(),
];

/** The same work done the wrong way: the wrong side up, on the wrong side, the hoop off, the order turned round. */
function slips(steps: readonly HandStep[]): { text: string; because: string }[] {
  const laid = steps.find((s) => s.action === 'lay' && s.face);
  const replaced = (step: HandStep, words: string) =>
    steps.map((s) => (s === step ? words : handWords(s))).join('; then ');
  const found: { text: string; because: string }[] = [];
  if (laid) {
    const face = laid.face === 'up' ? 'down' : 'up';
    found.push({
      text: replaced(laid, handWords(laid, { face })),
      because: `It lies right side ${laid.face}. ${laid.because}`,
    });
  }
  const stays = steps.find((s) => s.hoop === 'stay' && s.hoopBecause);
  if (stays)
    found.push({ text: `Hoop off; ${said(steps)}`, because: `The hoop stays on: ${stays.hoopBecause}` });
  if (steps.length > 1)
    found.push({
      text: said([...steps].reverse()),
      because: `First “${itemAt(steps, 0).title}”: ${itemAt(steps, 0).because}`,
    });
  return found;
}
const tooEarly = ({ steps, after }: Group) => ({
  text: said(steps),
  because: `That comes later, after “${after}”. ${itemAt(steps, 0).because}`,
});
