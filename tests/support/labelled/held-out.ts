import type { Weights } from '../../../src/lib/core/reading/weigh';
import { caseOf, fit, judgeCases, told, type Case, type Judgement } from './fit';
import {
  fitGrammar,
  grammarCase,
  judgeTechniques,
  togetherBy,
  type GrammarCase,
  type TechniqueJudgement,
} from './grammar-fit';
import { HANDS, weightOf } from './hands';

/** One hand as all others would read it. */
export interface HeldOut {
  hand: string;
  cases: Case[];
  /** of the evidence, fitted on all other hands */
  weights: Weights;
  /** its designs as the patterns see them under these */
  rows: GrammarCase[];
  /** blocks by themselves and what they hang on; and with the patterns, fitted on all other hands */
  alone: Judgement[];
  together: Judgement[];
  /** and with nothing but the patterns' word */
  wholly: Judgement[];
  techniques: TechniqueJudgement[];
}

/** Each hand judged by weights fitted on the others alone: what strangers may expect. @param only these hands are judged */
export function heldOut(rounds: number, grammarRounds: number, only?: readonly string[]): HeldOut[] {
  const hands = Object.entries(HANDS).map(([hand, designs]) => {
    const all = designs();
    return { hand, cases: all.map((d) => caseOf(d, weightOf(all.length))) };
  });
  const others = <T extends { hand: string }>(all: T[], hand: string) => all.filter((s) => s.hand !== hand);
  const read = hands.map(({ hand, cases }) => {
    const weights = fit(
      others(hands, hand).flatMap((s) => s.cases),
      rounds,
    );
    return { hand, cases, weights, rows: cases.map((c) => grammarCase(c, weights)) };
  });
  return read
    .filter(({ hand }) => !only || only.includes(hand))
    .map((own): HeldOut => {
      const grammar = fitGrammar(
        others(read, own.hand).flatMap((r) => r.rows),
        grammarRounds,
      );
      return {
        ...own,
        alone: judgeCases(own.cases, own.weights),
        together: judgeCases(own.cases, own.weights, togetherBy(grammar)),
        wholly: judgeCases(own.cases, own.weights, togetherBy(grammar, 1)),
        techniques: judgeTechniques(own.cases, own.weights, grammar),
      };
    });
}

/** Shares of what was judged, a row a hand and way. */
export function heldOutTable(judged: readonly HeldOut[]): Record<string, object> {
  const rows = (name: string, of: Pick<HeldOut, 'alone' | 'together' | 'wholly' | 'techniques'>) => [
    [`${name}, blocks alone`, told(of.alone)],
    [`${name}, wholly by the patterns`, told(of.wholly)],
    [
      `${name}, together`,
      {
        ...told(of.together),
        techniques: `${of.techniques.filter((t) => t.right).length} of ${of.techniques.length}`,
      },
    ],
  ];
  const all = {
    alone: judged.flatMap((j) => j.alone),
    together: judged.flatMap((j) => j.together),
    wholly: judged.flatMap((j) => j.wholly),
    techniques: judged.flatMap((j) => j.techniques),
  };
  return Object.fromEntries([...judged.flatMap((j) => rows(j.hand, j)), ...rows('all', all)]);
}
