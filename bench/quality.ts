import { labelledSet } from '../tests/support/labelled';
import { confusion, judge, verdict } from '../tests/support/labelled/judge';

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
}
