import { MATERIALS, type MaterialKind } from '../catalogue';
import { isHooped, type CutPiece } from '../cut';
import type { PlannedPart } from './part';

/** What one base cannot be, or one hoop cannot hold, for two builds at once. */
interface Against {
  message: string;
  because: string;
}
/** What is hooped for a build. */
export const hoopedPieces = ({ plan }: PlannedPart): CutPiece[] => plan.cut.pieces.filter(isHooped);
/** Of each its material, how many layers, and its colour where that is seen to differ. */
const basesOf = (pieces: readonly CutPiece[]) =>
  pieces.filter(isHooped).map(({ material, layers, colour }) => ({
    material,
    layers,
    colour: MATERIALS[material].woven ? colour : '',
  }));
const hoopedOf = ({ plan }: PlannedPart) => basesOf(plan.cut.pieces);
const baseKey = (of: ReturnType<typeof basesOf>) => JSON.stringify(of.map(Object.values).sort());
/** Whether what is hooped for one is what is hooped for the other. */
export const areOnOneBase = (a: readonly CutPiece[], b: readonly CutPiece[]): boolean =>
  baseKey(basesOf(a)) === baseKey(basesOf(b));
const words = (of: { material: MaterialKind; layers: number }[]): string =>
  of
    .map(
      ({ material, layers }) =>
        `${layers > 1 ? `${layers} × ` : ''}${MATERIALS[material].name.toLowerCase()}`,
    )
    .join(' and ') || 'nothing';

/** Why builds cannot share a hooping as they are: what is hooped for one is not what is hooped for the other. */
export function againstEachOther(parts: readonly PlannedPart[]): Against[] {
  const [first, ...others] = parts;
  if (!first) return [];
  return others.flatMap((part): Against[] => {
    const [a, b] = [hoopedOf(first), hoopedOf(part)];
    if (baseKey(a) === baseKey(b)) return [];
    const isColour = words(a) === words(b);
    return [
      {
        message: isColour
          ? `${first.build.name} and ${part.build.name} are hooped on cloth of two colours.`
          : `${first.build.name} is hooped on ${words(a)}, ${part.build.name} on ${words(b)}.`,
        because: 'One hooping has one base: give both the same, or sew them apart.',
      },
    ];
  });
}
