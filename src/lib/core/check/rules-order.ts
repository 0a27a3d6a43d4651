import { count } from '../units';
import { insertionRange, stopList, type HandStep } from '../score';
import type { Context, Found, Rule } from './types';

/** Names in a sentence: "a, b and c". */
export const list = (names: readonly (string | number)[]): string =>
  names.length < 2 ? String(names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;

/** Laid over the whole front, or on the back: nothing can be added beneath it any more. */
const closesUp = (c: Context, step: HandStep) =>
  step.action === 'lay' &&
  (step.side === 'back' ||
    (step.face === 'down' && step.pieces.some((p) => c.piece(p)?.size.rule === 'cover')));

const editsWithout = (c: Context, stepId: string) => ({
  edits: c.build.edits.filter((e) => !((e.kind === 'remove' || e.kind === 'move') && e.stepId === stepId)),
});
const wasEdited = (c: Context, stepId: string) =>
  c.build.edits.some((e) => (e.kind === 'remove' || e.kind === 'move') && e.stepId === stepId);

/** What must come before what. */
export const orderRules: Rule[] = [
  {
    id: 'insert-late',
    severity: 'stop',
    find: (c) => {
      const range = insertionRange(c.score, c.design.own);
      return c.build.insertions.flatMap((insertion): Found[] => {
        if (insertion.beforeBlock <= range.to) return [];
        const insertions = c.build.insertions.map((i) =>
          i.id === insertion.id ? { ...i, beforeBlock: range.to } : i,
        );
        return [
          {
            stepId: c.steps.find((s) => s.kind === 'needle' && s.inserted?.id === insertion.id)?.id ?? null,
            message: `${insertion.name} comes too late: sew it before block ${range.to + 1}.`,
            because: range.because,
            fix: { label: `Move it before block ${range.to + 1}`, change: { insertions } },
          },
        ];
      });
    },
  },
  {
    id: 'insert-early',
    severity: 'mind',
    find: (c) => {
      const range = insertionRange(c.score, c.design.own);
      return c.build.insertions.flatMap((insertion): Found[] => {
        if (insertion.beforeBlock >= range.from) return [];
        const insertions = c.build.insertions.map((i) =>
          i.id === insertion.id ? { ...i, beforeBlock: range.to } : i,
        );
        return [
          {
            stepId: c.steps.find((s) => s.kind === 'needle' && s.inserted?.id === insertion.id)?.id ?? null,
            message: `${insertion.name} comes too early: its ground is not there before block ${range.from + 1}.`,
            because: 'Quilting would run over it, or there is nothing yet to sew it on.',
            fix: { label: `Move it before block ${range.to + 1}`, change: { insertions } },
          },
        ];
      });
    },
  },
  {
    id: 'back-before-marks',
    severity: 'mind',
    find: (c) => {
      const closed = c.hands.find(({ step }) => closesUp(c, step));
      if (!closed) return [];
      return c.needles.flatMap(({ step, at }): Found[] =>
        step.role === 'marker' && at > closed.at
          ? [
              {
                stepId: step.id,
                message: `The marks of block ${step.stop + 1} are sewn after “${closed.step.title}”.`,
                because:
                  'Marks for closures go through the front only; now they would go through both sides.',
              },
            ]
          : [],
      );
    },
  },
  {
    id: 'zip-closed',
    severity: 'stop',
    find: (c) => {
      if (!c.score.pieces.some((p) => p.material === 'zip')) return [];
      const back = c.hands.find(
        ({ step }) =>
          step.action === 'lay' && step.face === 'down' && step.side === 'front' && closesUp(c, step),
      );
      if (!back || c.before(back.at).layers.some((l) => l.material === 'zip' && l.open)) return [];
      const removed = c.build.edits.find(
        (e) => (e.kind === 'remove' || e.kind === 'move') && e.stepId.endsWith(':open'),
      );
      return [
        {
          stepId: back.step.id,
          message: 'The zip is still closed when the back goes on.',
          because: 'With the back sewn on there is no way in: the pouch cannot be turned.',
          ...(removed && {
            fix: { label: 'Put “Open the zip” back', change: editsWithout(c, removed.stepId) },
          }),
        },
      ];
    },
  },
  {
    id: 'cover-before-trim',
    severity: 'stop',
    find: (c) =>
      c.hands.flatMap(({ step, at }): Found[] => {
        if (step.action !== 'trim-close' || step.along === null || !step.pieces.length) return [];
        const cover = c.needles.find(
          (n) => n.at < at && n.step.role === 'cover' && c.sameLine(n.step.block, step.along as number),
        );
        return cover
          ? [
              {
                stepId: step.id,
                message: `“${step.title}” comes after its edge is covered in block ${cover.step.stop + 1}.`,
                because:
                  'What stands out is sewn in under the cover and can only be cut through its stitches.',
                ...(wasEdited(c, step.id) && {
                  fix: { label: 'Move it back', change: editsWithout(c, step.id) },
                }),
              },
            ]
          : [];
      }),
  },
  {
    id: 'cover-before-tack',
    severity: 'stop',
    find: (c) =>
      c.needles.flatMap(({ step, at }): Found[] => {
        if (step.role !== 'cover' || step.again) return [];
        const tack = c.needles.find(
          (n) => n.at > at && n.step.role === 'tack-down' && c.sameLine(n.step.block, step.block),
        );
        if (!tack) return [];
        const mine = [step.block, tack.step.block].filter((b) => c.build.roles[String(b)]);
        return [
          {
            stepId: step.id,
            message: `Block ${step.stop + 1} covers an edge that block ${tack.step.stop + 1} only tacks down later.`,
            because: 'A cover hides an edge that is already held and trimmed.',
            ...(mine.length && {
              fix: {
                label: 'Take the reading’s word for both',
                change: {
                  roles: Object.fromEntries(
                    Object.entries(c.build.roles).filter(([b]) => !mine.includes(Number(b))),
                  ),
                },
              },
            }),
          },
        ];
      }),
  },
  {
    id: 'never-tacked',
    severity: 'stop',
    find: (c) =>
      c.atUnhoop.layers.flatMap((layer): Found[] =>
        layer.held
          ? []
          : [
              {
                stepId: c.layOf(layer.pieceId)?.id ?? null,
                message: `${layer.name} is laid but no block holds it.`,
                because: 'It falls off when the hoop is opened.',
              },
            ],
      ),
  },
  {
    id: 'nothing-laid',
    severity: 'stop',
    find: (c) => {
      const told = new Set<string>();
      return c.needles.flatMap(({ step, at }): Found[] =>
        step.holds.flatMap((id): Found[] => {
          const there = c.before(at).layers.some((l) => l.pieceId === id);
          if (there || told.has(id)) return [];
          told.add(id);
          const edit = c.build.edits.find(
            (e) => (e.kind === 'remove' || e.kind === 'move') && /:lay/.test(e.stepId),
          );
          return [
            {
              stepId: step.id,
              message: `Block ${step.stop + 1} holds ${c.piece(id)?.name ?? id}, which is not there yet.`,
              because: 'The line is sewn into nothing, and the piece has no hold later.',
              ...(edit && {
                fix: { label: 'Undo the change to its laying', change: editsWithout(c, edit.stepId) },
              }),
            },
          ];
        }),
      );
    },
  },
  {
    id: 'stop-merged',
    severity: 'mind',
    find: (c) =>
      c.hands.flatMap(({ step, at }): Found[] => {
        if (step.action !== 'lay' || step.side !== 'front') return [];
        const piece = step.pieces
          .map((id) => c.piece(id))
          .find((p) => p?.size.rule === 'cover' && /-\d+$/.test(p.id));
        const line = piece && Object.values(piece.blocks).flat()[0];
        if (!piece || line === undefined) return [];
        const next = c.needles.find(
          (n) => n.at > at && n.step.block !== line && c.sameLine(n.step.block, line),
        );
        return next?.step.role === 'cover'
          ? [
              {
                stepId: next.step.id,
                message: `There is no stop between laying ${piece.name} and covering its edge.`,
                because:
                  'A stop may have been merged away: with no tack-down before it, the piece cannot be trimmed.',
              },
            ]
          : [];
      }),
  },
  {
    id: 'trimmed-early',
    severity: 'mind',
    find: (c) =>
      c.hands.flatMap(({ step, at }): Found[] => {
        if (step.action !== 'trim-close' || step.along === null || step.side !== 'front') return [];
        const lies = c.pieces.find((p) => step.pieces.includes(p.id) && p.material !== 'towelling')?.covers;
        if (
          !lies ||
          lies.maxX - lies.minX < WHOLE * c.size.width ||
          lies.maxY - lies.minY < WHOLE * c.size.height
        )
          return [];
        const later = c.needles.filter((n) => n.at > at);
        const edge = later.findLast((n) => n.step.role === 'cover');
        const dense = later.find(
          (n) => (n.step.role === 'quilting' || n.step.role === 'decoration') && edge && n.at < edge.at,
        );
        return dense
          ? [
              {
                stepId: step.id,
                message: `“${step.title}” comes before the ${dense.step.role} of block ${dense.step.stop + 1}.`,
                because:
                  'Dense stitches pull the edges in: trimmed first, they leave gaps under the last edge.',
                ...(wasEdited(c, step.id) && {
                  fix: { label: 'Move it back', change: editsWithout(c, step.id) },
                }),
              },
            ]
          : [];
      }),
  },
  {
    id: 'fused-late',
    severity: 'mind',
    find: (c) =>
      c.hands.flatMap(({ step, at }): Found[] => {
        if (step.action !== 'fuse') return [];
        const lines = step.pieces.flatMap((p) => Object.values(c.piece(p)?.blocks ?? {}).flat());
        const cover = c.needles.find(
          (n) => n.at < at && n.step.role === 'cover' && lines.some((l) => c.sameLine(n.step.block, l)),
        );
        return cover
          ? [
              {
                stepId: step.id,
                message: `“${step.title}” comes after the cover of block ${cover.step.stop + 1}.`,
                because: 'Pressed under its cover the piece creases, and synthetic thread shrinks.',
                ...(wasEdited(c, step.id) && {
                  fix: { label: 'Move it back', change: editsWithout(c, step.id) },
                }),
              },
            ]
          : [];
      }),
  },
  {
    id: 'flip-unsaid',
    severity: 'stop',
    find: (c) =>
      c.hands.flatMap(({ step, at }): Found[] => {
        if (step.side !== 'back' || step.action !== 'lay' || c.before(at).view === 'back') return [];
        const edit = c.build.edits.findLast((e) => e.kind === 'remove' && /flip/.test(e.stepId));
        return [
          {
            stepId: step.id,
            message: `“${step.title}” goes on the back, but nothing turns the hoop over first.`,
            because: 'Laid on the front it is sewn to the wrong side.',
            ...(edit && { fix: { label: 'Put the turn back', change: editsWithout(c, edit.stepId) } }),
          },
        ];
      }),
  },
  {
    id: 'halts',
    severity: 'mind',
    find: (c) => {
      if (c.machine.kind !== 'multi-needle') return [];
      const halts = stopList(c.score, c.build.threads).filter((s) => s.hands.length > 0);
      if (!halts.length) return [];
      return [
        {
          stepId: halts[0].hands[0].id,
          message: `Programme ${count(halts.length, 'halt')} on ${c.machine.name}: after block${halts.length > 1 ? 's' : ''} ${list(halts.map((h) => h.stop))}.`,
          because:
            'With many needles it changes over by itself and runs through the stops where hands are needed.',
        },
      ];
    },
  },
  {
    id: 'hoop-off-loose',
    severity: 'mind',
    find: (c) =>
      c.hands.flatMap(({ step, at }): Found[] => {
        const trims = ['trim-close', 'trim-rough', 'cut-cloth'].includes(step.action);
        const wantsOff = step.hoop === 'off' || (trims && c.score.schools.hoop === 'off');
        const earlier = c.steps[at - 1];
        // Once it is off for one step, the next changes nothing.
        if (!wantsOff || (earlier?.kind === 'hand' && earlier.hoop === 'off')) return [];
        const loose = c.before(at).layers.filter((l) => !l.held);
        return loose.length
          ? [
              {
                stepId: step.id,
                message: `The hoop comes off at “${step.title}” while ${list(loose.map((l) => l.name))} ${loose.length > 1 ? 'are' : 'is'} loose.`,
                because: 'What is not held yet shifts, and the next line no longer meets it.',
                ...(trims && {
                  fix: {
                    label: 'Trim on the machine',
                    change: { schools: { ...c.build.schools, hoop: 'on' } },
                  },
                }),
              },
            ]
          : [];
      }),
  },
];
/** Share of the design that a piece spans to belong to the whole of it. */
const WHOLE = 0.84;
