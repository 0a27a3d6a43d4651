import type { Marks } from '../reading';
import { isMet, type Match } from './match';
import { itemAt } from '../base';
import type { Choice, School, Sign } from './types';

/** The school taken of each choice, by choice. */
export type Schools = Record<string, string>;

const isShown = (sign: Sign, match: Match, { holes, slots }: Marks): boolean => {
  if ('slot' in sign) return isMet({ slot: sign.slot, found: true }, match);
  if (sign.marks === 'slots') return slots > 0 && holes === 0;
  return holes > 0 && (holes % 2 === 0) === (sign.marks === 'pairs');
};
const shownOf = ({ schools }: Choice, match: Match, marks: Marks): School | undefined =>
  schools.find((s) => s.shownBy && isShown(s.shownBy, match, marks));
const chosenOf = ({ key, schools }: Choice, chosen: Readonly<Schools>): School | undefined =>
  schools.find((s) => s.key === chosen[key]);

/** The maker's schools where they exist in this technique, else what the tape shows, else the defaults. */
export const schoolsOf = (match: Match, marks: Marks, chosen: Readonly<Schools>): Schools =>
  Object.fromEntries(
    (match.technique.choices ?? []).map((choice) => [
      choice.key,
      (chosenOf(choice, chosen) ?? shownOf(choice, match, marks) ?? itemAt(choice.schools, 0)).key,
    ]),
  );

/** What the maker is to be asked: the first such choice that neither they nor the tape have said. */
export const openChoice = (match: Match, marks: Marks, chosen: Readonly<Schools>): Choice | null =>
  (match.technique.choices ?? []).find(
    (c) => c.isAsked && !chosenOf(c, chosen) && !shownOf(c, match, marks),
  ) ?? null;

/** Whether something marked for certain schools (choice:school) takes part. Unmarked always does. */
export const inSchools = (school: readonly string[] | undefined, taken: Schools): boolean =>
  !school ||
  school.some((name) => {
    const [choice, key] = name.split(':') as [string, string];
    return taken[choice] === key;
  });
