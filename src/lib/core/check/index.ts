/**
 * The plan check: what an experienced maker would say before the first stitch. Each rule is data and one pure function.
 * In: everything worked out for a build. Out: findings, worst first, in the order of the steps; silenced ones are marked.
 * To add a rule: write it in the file of its kind; it is found from there.
 */
import { itemAt, formatLength } from '../base';
import { actionOf } from '../catalogue';
import { keepToOneLine } from '../reading';
import { type HandStep, stacksOf, unhoopAt } from '../score';
import { baseRules } from './rules-base';
import { careRules } from './rules-care';
import { materialRules } from './rules-material';
import { hoopRules } from './rules-hoop';
import { laidRules } from './rules-laid';
import { positionRules } from './rules-positions';
import { orderRules } from './rules-order';
import { coverRules } from './rules-cover';
import { sizeRules } from './rules-size';
import { threadRules } from './rules-thread';
import type { CheckInput, CheckContext, Finding, CheckRule } from './types';

export type { CheckInput, Finding, Severity } from './types';

/** All rules, by what they look at. */
export const RULES: readonly CheckRule[] = [
  ...orderRules,
  ...hoopRules,
  ...sizeRules,
  ...laidRules,
  ...positionRules,
  ...coverRules,
  ...baseRules,
  ...materialRules,
  ...threadRules,
  ...careRules,
];

const WORST_FIRST = { stop: 0, mind: 1, tip: 2 };

/** What speaks against a plan, the worst first; what the maker silenced comes with the reason. */
export function checkPlan(input: CheckInput): Finding[] {
  const context = contextOf(input);
  const at = (stepId: string | null) =>
    stepId === null ? -1 : context.steps.findIndex((s) => s.id === stepId);
  return RULES.flatMap((rule) =>
    rule.find(context).map((found): Finding => ({
      severity: rule.severity,
      ...found,
      id: rule.id,
      silenced: input.build.silenced[rule.id] ?? null,
    })),
  ).sort((a, b) => WORST_FIRST[a.severity] - WORST_FIRST[b.severity] || at(a.stepId) - at(b.stepId));
}

/** What still wants the maker's attention. */
export const openFindings = (findings: readonly Finding[]): Finding[] =>
  findings.filter((f) => f.silenced === null);

/** What is said of several places for one reason: once, with its other places. */
export interface GatheredFinding {
  finding: Finding;
  also: Finding[];
}
/** Findings of one rule with one reason stand together, where the worst of them stood; each fix stays by itself. */
export function gatherFindings(findings: readonly Finding[]): GatheredFinding[] {
  const gathered = new Map<string, GatheredFinding>();
  for (const [i, finding] of findings.entries()) {
    const { id, severity, because, fix, stepId } = finding;
    const key = fix || stepId === null ? String(i) : JSON.stringify([id, severity, because]);
    const same = gathered.get(key);
    if (same) same.also.push(finding);
    else gathered.set(key, { finding, also: [] });
  }
  return [...gathered.values()];
}

function contextOf(input: CheckInput): CheckContext {
  const { plan, workshop } = input;
  const { cut, hooping, time, ...rest } = plan;
  const { score, design } = rest;
  // Pieces, hands and lines are judged at one of the copies that a tape may hold.
  const { one: reading, size } = design;
  const { steps } = score;
  const stacks = stacksOf(score);
  const unhoop = unhoopAt(steps);
  return {
    ...input,
    ...rest,
    ...hooping,
    reading,
    size,
    pieces: cut.pieces,
    item: time.item,
    steps,
    hands: steps.flatMap((step, at) => (step.kind === 'hand' ? [{ step, at }] : [])),
    needles: steps.flatMap((step, at) => (step.kind === 'needle' && !step.skipped ? [{ step, at }] : [])),
    before: (at) => itemAt(stacks, at),
    atUnhoop: itemAt(stacks, unhoop < 0 ? steps.length : unhoop),
    piece: (id) => score.pieces.find((p) => p.id === id),
    layOf: (id) =>
      steps.find(
        (s): s is HandStep => s.kind === 'hand' && actionOf(s).effect === 'put' && s.pieces.includes(id),
      ),
    sameLine: (a, b) => keepToOneLine(reading, a, b),
    length: (mm) => formatLength(mm, workshop.unit),
  };
}
