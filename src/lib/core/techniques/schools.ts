import { itemAt } from '../base';
import type { Choice, School, Technique } from './types';

/** The school taken of each choice, by choice. */
export type Schools = Record<string, string>;

/** The maker's schools where they exist in this technique, else the defaults. */
export const schoolsOf = ({ choices = [] }: Technique, chosen: Readonly<Schools>): Schools =>
  Object.fromEntries(
    choices.map(({ key, schools }): [string, School['key']] => [
      key,
      (schools.find((s) => s.key === chosen[key]) ?? itemAt(schools, 0)).key,
    ]),
  );

/** What the maker is to be asked of a technique and has not said: the first such choice. */
export const openChoice = ({ choices = [] }: Technique, chosen: Readonly<Schools>): Choice | null =>
  choices.find((c) => c.isAsked && !c.schools.some((s) => s.key === chosen[c.key])) ?? null;

/** Whether something marked for certain schools (choice:school) takes part. Unmarked always does. */
export const inSchools = (school: readonly string[] | undefined, taken: Schools): boolean =>
  !school ||
  school.some((name) => {
    const [choice, key] = name.split(':') as [string, string];
    return taken[choice] === key;
  });
