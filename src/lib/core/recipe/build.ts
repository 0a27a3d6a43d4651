import { itemAt } from '../base';
import { threadsOf, UNNAMED, type BlockThread, type Build } from '../build';
import { proposeBuild } from '../plan';
import type { Reading } from '../reading';
import type { Workshop } from '../workshop';
import { rowsOf, type Draft } from './draft';
import type { DrawnHooping } from './draw';
import { recipeById } from './recipes';

/** A build that a hooping becomes, and what it is made from. */
export interface MadeFrom {
  draft: Draft;
  hooping: Omit<DrawnHooping, 'tape'>;
  /** of its tape, with the roles of `rolesOf` */
  reading: Reading;
  /** the build of the design in the middle, whose threads and roles go on */
  design: Pick<Build, 'threads' | 'roles'> | null;
}

/** Its technique is known, and what each of its blocks is for: nothing needs to be read but the design in the middle. */
export function buildOf(
  { draft, hooping, reading, design }: MadeFrom,
  workshop: Workshop,
  given: Parameters<typeof proposeBuild>[2],
): Build {
  const { name, technique, schools, pieces, blocks } = hooping;
  const thing = draft.name.trim() || recipeById(draft.recipe).name;
  const rows = new Map(rowsOf(draft).map((row) => [row.id, row]));
  const sewnIn = design ? threadsOf(design) : [];
  const threads = blocks.map(({ rows: own, role }, i): BlockThread =>
    role ? (rows.get(itemAt(own, 0))?.thread ?? UNNAMED) : (sewnIn[nthOfDesign(blocks, i)] ?? UNNAMED),
  );
  return {
    ...proposeBuild(reading, workshop, given),
    name: (name ? `${thing}, ${name}` : thing).slice(0, 120),
    technique,
    techniqueBy: 'maker',
    schools,
    roles: rolesOf(hooping, design),
    threads: threads.some(({ name: said }) => said) ? threads : [],
    materials: draft.cloth
      ? Object.fromEntries(pieces.map((id) => [id, { kind: draft.cloth ?? undefined }]))
      : {},
  };
}
/** Roles of the lines by block; of a design those that its maker has said, the others are read. */
export const rolesOf = (
  { blocks }: Pick<DrawnHooping, 'blocks'>,
  design: Pick<Build, 'roles'> | null = null,
): Build['roles'] =>
  Object.fromEntries(
    blocks.flatMap(({ role }, i) => {
      const said = role ?? design?.roles[String(nthOfDesign(blocks, i))];
      return said ? [[String(i), said]] : [];
    }),
  );
/** Which block of the design a block is. */
const nthOfDesign = (blocks: DrawnHooping['blocks'], at: number): number =>
  blocks.slice(0, at).filter(({ role }) => role === null).length;
