/** What must lie ready before the first stitch: one list a build, seen as lines that can be ticked off. */
import type { Build } from '../build';
import { needOf, type OrderPlan } from '../order';
import type { Score } from '../score';
import { bobbinsForOrder, bobbinWords, type ThreadPlan } from '../thread';
import type { Hoop, Machine } from '../workshop';
import type { CutPiece } from './pieces';
import { formatLength, formatSize, type LengthUnit } from '../base';
import { formatNotion, orderedNotions, type NotionNeed } from './notions';

/** One line to tick off before the first stitch. */
export interface ChecklistLine {
  /** stable while the need is the same */
  id: string;
  group: 'Pieces' | 'Thread' | 'Small parts' | 'Tools' | 'Machine';
  text: string;
}

/** What lies ready for each hooping, where one takes several of the order's. */
function byHooping(piece: CutPiece, { hoopings, inHooping, inTape }: OrderPlan): string {
  const each = Math.ceil(inHooping / inTape) * piece.layers * piece.copies;
  return hoopings > 1 && each > 1 && !piece.perHooping && piece.times === null ? `; ${each} a hooping` : '';
}

const NEEDLE_WORDS: Record<Build['needle'], string> = {
  embroidery: 'embroidery needle',
  ballpoint: 'ballpoint needle',
  sharp: 'sharp needle',
  strong: 'strong needle for stacks',
};

/** What must lie ready for an order: pieces, thread and bobbins, small parts, tools, needle and hoop. */
export function gatherChecklist(
  build: Pick<Build, 'id' | 'needle'>,
  plan: {
    cut: { pieces: readonly CutPiece[] };
    score: Score;
    thread: ThreadPlan;
    order: OrderPlan;
    hooping: { hoop: Hoop };
    machine: Machine;
  },
  notions: readonly NotionNeed[],
  unit: LengthUnit,
): ChecklistLine[] {
  const { designs } = plan.order;
  const seen = new Map<string, number>();
  const line = (group: ChecklistLine['group'], text: string): ChecklistLine => {
    const same = `${build.id}:${group}:${text}`;
    const n = (seen.get(same) ?? 0) + 1;
    seen.set(same, n);
    // Two pieces of one name and size are two lines.
    return { id: n > 1 ? `${same}:${n}` : same, group, text };
  };
  const tools = plan.score.steps.flatMap((s) => (s.kind === 'hand' ? s.tools : []));
  return [
    ...plan.cut.pieces
      .filter((p) => p.material !== 'zip')
      .map((p) =>
        line(
          'Pieces',
          `${needOf(p, plan.order)} × ${p.name}, ${formatSize(p.width.cutMm, p.height.cutMm, unit)}${byHooping(p, plan.order)}`,
        ),
      ),
    ...plan.thread.byThread.map((t) => line('Thread', `${t.name}, ${Math.ceil(t.metres * designs)} m`)),
    ...bobbinsForOrder(plan.thread, plan.order).map((wind) => line('Thread', bobbinWords(wind))),
    ...orderedNotions(notions, plan.order).map((n) =>
      line(
        'Small parts',
        `${formatNotion(n.notion, n.amount)}${n.lengthMm ? `, at least ${formatLength(n.lengthMm, unit)}` : ''}`,
      ),
    ),
    ...[...new Set(tools)].map((tool) => line('Tools', tool)),
    line('Machine', `${plan.machine.name}, hoop ${plan.hooping.hoop.name}`),
    line('Machine', `a fresh ${NEEDLE_WORDS[build.needle]}`),
  ];
}
