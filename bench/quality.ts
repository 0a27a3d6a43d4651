import { labelledSet } from '../tests/support/labelled';
import { calibrationError, type Judgement } from '../tests/support/labelled/fit';
import { fourthHand } from '../tests/support/labelled/fourth-hand';
import { heldOut, heldOutTable } from '../tests/support/labelled/held-out';
import { confusion, judge, verdict } from '../tests/support/labelled/judge';
import { secondHand } from '../tests/support/labelled/second-hand';
import { strangers } from '../tests/support/labelled/strangers';
import { thirdHand } from '../tests/support/labelled/third-hand';

/** How well designs are read that no rule was tuned on: shares, and the confusion tables. */
export function printQuality() {
  const set = labelledSet();
  const judged = judge(set.filter((d) => d.half === 'judging'));
  const percent = (v: number) => `${(100 * v).toFixed(1)} %`;
  const v = verdict(judged);
  console.log(
    `\nReading ${set.filter((d) => d.half === 'judging').length} labelled designs, ${v.blocks} blocks, kept apart from the ones rules were tuned on:`,
  );
  console.table({
    'roles right': percent(v.roles),
    'textures right': percent(v.textures),
    'closed lines within 1 %': percent(v.perimeters),
    'openings within 2 mm': percent(v.openings),
    'opening on the right side': percent(v.sides),
    'said at 0.9 and more': percent(v.sure),
    'of these right': percent(v.sureRight),
  });
  console.log('Roles: what it is (rows), what was read (columns)');
  console.table(confusion(judged, 'role'));
  console.log('Textures');
  console.table(confusion(judged, 'texture'));
  printHands();
  printHeldOut();
}

/** Other hands, by the kept table: designs that it was not fitted on, but for the strangers'. */
function printHands() {
  const percent = (v: number) => `${(100 * v).toFixed(1)} %`;
  const rows = Object.entries({
    strangers: strangers(),
    second: secondHand(20, 100),
    third: thirdHand(20, 100),
    fourth: fourthHand(20, 100),
  });
  console.log('\nReading by other hands');
  console.table(
    Object.fromEntries(
      rows.map(([hand, designs]) => {
        const v = verdict(judge(designs));
        return [
          hand,
          {
            blocks: v.blocks,
            roles: percent(v.roles),
            'said ≥ 0.9': percent(v.sure),
            'of these right': percent(v.sureRight),
            textures: percent(v.textures),
            'within 1 %': percent(v.perimeters),
            openings: percent(v.openings),
            invented: v.invented,
            follows: percent(v.follows),
          },
        ];
      }),
    ),
  );
}
/** Fewer than `npm run fit` takes: the figures differ by a few tenths. */
const ROUNDS = 120;
const GRAMMAR_ROUNDS = 12;
/** Each hand judged by weights fitted on the others alone: what strangers may expect. And how far confidence can be believed. */
function printHeldOut() {
  const judged = heldOut(ROUNDS, GRAMMAR_ROUNDS);
  console.log('Each hand by weights fitted on the others');
  console.table(heldOutTable(judged));
  const all = judged.flatMap((j) => j.together);
  const techniques = judged.flatMap((j) => j.techniques);
  console.log(`Techniques: expected calibration error ${calibrationError(techniques).toFixed(3)}`);
  console.log(`Reliability: expected calibration error ${calibrationError(all).toFixed(3)}`);
  console.table(
    [0.3, 0.5, 0.7, 0.8, 0.9, 0.95, 1].map((to, i, steps) => {
      const from = i ? steps[i - 1] : 0;
      const bin = all.filter((j) => j.p > from && j.p <= to);
      const mean = (of: (j: Judgement) => number) =>
        bin.length ? (bin.reduce((sum, j) => sum + of(j), 0) / bin.length).toFixed(2) : '–';
      return {
        said: `${from}–${to}`,
        blocks: bin.length,
        mean: mean((j) => j.p),
        right: mean((j) => (j.right ? 1 : 0)),
      };
    }),
  );
}
