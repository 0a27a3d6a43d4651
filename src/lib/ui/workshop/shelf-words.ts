import {
  BOBBIN_KINDS,
  type BobbinKind,
  type MachineKind,
  type NeedleStock,
  type ThreadStock,
} from '$lib/core/workshop';
import { keysOf } from '$lib/core/base';

/** Choices that are called what they are. */
export const words = <Word extends string>(all: readonly Word[]) => all.map((word) => [word, word] as const);
export const BOBBIN_NAMES: readonly (readonly [BobbinKind, string])[] = keysOf(BOBBIN_KINDS).map(
  (kind) => [kind, BOBBIN_KINDS[kind].name] as const,
);
/** On a full one as most are sold, m. */
export const METRES_OF: Readonly<Record<ThreadStock['form'], number>> = { spool: 500, cone: 5000 };
/** Machines to begin with. */
export const MACHINE_WORDS: Readonly<Record<MachineKind, string>> = {
  'one-needle': 'one needle',
  'some-needles': 'four to six',
  'many-needles': 'ten to fifteen',
  'several-heads': 'several heads',
};
/** What a point is for. */
export const NEEDLE_USES: Readonly<Record<NeedleStock['kind'], string>> = {
  embroidery: 'for woven cloth',
  ballpoint: 'for knits',
  sharp: 'for vinyl, cork, thick stacks',
  metallic: 'a large eye, for metallic thread',
};
