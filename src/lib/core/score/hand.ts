import type { ScoreEdit } from '../build';
import { actionOf, isSo } from '../catalogue';
import type { Machine } from '../workshop';
import type { HandStep, Score, Step } from './types';

/** What a hand step must say; the rest has quiet defaults. */
export type HandParts = Pick<HandStep, 'id' | 'title' | 'text' | 'because' | 'action' | 'side'> &
  Partial<HandStep>;

/** A hand step with everything that was not said left plain. Numbers are given later. */
export const bareHand = (parts: HandParts): HandStep => ({
  kind: 'hand',
  id: parts.id,
  title: parts.title,
  text: parts.text,
  because: parts.because,
  action: parts.action,
  side: parts.side,
  face: parts.face,
  pieces: parts.pieces ?? [],
  along: parts.along ?? null,
  keeps: parts.keeps ?? null,
  tapeSides: parts.tapeSides ?? 0,
  heldBy: parts.heldBy ?? null,
  hoop: parts.hoop,
  hoopBecause: '',
  number: parts.number ?? null,
  wait: parts.wait ?? null,
  tools: parts.tools ?? [],
  cautions: parts.cautions ?? [],
  times: parts.times ?? 1,
  places: parts.places ?? 1,
  uses: parts.uses ?? [],
  ownSeconds: parts.ownSeconds ?? null,
  own: parts.own ?? false,
  copy: parts.copy ?? null,
  hand: 0,
  stop: 0,
});

/** What becomes of the hoop, in words. */
export const HOOP_WORDS = { stay: 'hoop stays on', may: 'hoop may come off', off: 'hoop off' } as const;
/** Where the hands are, in words. */
export const placeOf = (step: Pick<HandStep, 'action' | 'side'>): string =>
  actionOf(step).atMachine
    ? 'at the machine'
    : step.side === 'off'
      ? 'at the table'
      : `${step.side} of the hoop`;

/** Index of the first step that hoops something; -1: none does. */
export const hoopAt = (steps: readonly Step[]): number =>
  steps.findIndex((s) => s.kind === 'hand' && actionOf(s).effect === 'hoop');
/** Index of the step that takes the work out of the hoop; -1: none does. */
export const unhoopAt = (steps: readonly Step[]): number => steps.findIndex(isUnhoop);
/** Whether a step takes the work out of the hoop. */
export const isUnhoop = (step: Step | undefined): boolean =>
  step?.kind === 'hand' && actionOf(step).effect === 'unhoop';
/** Hands are needed at the machine; one of many needles changes its thread by itself. */
export const needsHands = (step: Step): step is HandStep => step.kind === 'hand' && !actionOf(step).ofMachine;
export const isFreshNeedle = (step: Step): boolean => step.kind === 'hand' && step.action === 'needle';
/** A step of the maker's own that puts in a fresh needle before a step. @param seconds that it takes */
export const freshNeedle = (stepId: string, seconds: number): ScoreEdit => ({
  kind: 'insert',
  stepId: `needle:${stepId}`,
  before: stepId,
  title: 'Fresh needle',
  text: 'Switch the machine off, put in a fresh needle of the same kind, flat side as the manual says.',
  side: 'front',
  seconds,
  action: 'needle',
});
/** The needle, or one of several, gets another thread. */
export const isThreading = (step: Step): boolean =>
  step.kind === 'hand' && (step.action === 'thread' || step.action === 'rethread');
/** Laid over the whole work, or on its back: what is sewn after it goes through both sides. */
export const closesUp = (step: HandStep, { pieces }: Pick<Score, 'pieces'>): boolean =>
  step.action === 'lay' &&
  (step.side === 'back' ||
    (step.face === 'down' &&
      step.pieces.some((id) => pieces.find((p) => p.id === id)?.size.rule === 'cover')));

/** The cautions of each action, wherever its step comes from, before those of its own. */
export const withCautions = (
  steps: Step[],
  context: { machine: Pick<Machine, 'kind'>; magneticHoop: boolean },
): Step[] =>
  steps.map((step) => {
    if (step.kind === 'needle') return step;
    const due = (actionOf(step).cautions ?? []).filter((c) =>
      isSo(c.when, { ...context, hoopOff: step.hoop === 'off' || step.side === 'off' }),
    );
    return { ...step, cautions: [...new Set([...due.map((c) => c.caution), ...step.cautions])] };
  });

/** Items are popped out of film, which only has to hold them until the last stitch; others are cut apart. */
export const popsOut = ({ steps }: Pick<Score, 'steps'>): boolean =>
  steps.some((s) => s.kind === 'hand' && s.action === 'pop-out');
