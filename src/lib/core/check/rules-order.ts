import { shareSpanned } from '../base';
import { actionOf, hasTrait } from '../catalogue';
import type { Role } from '../reading';
import { WHOLE_SHARE } from '../techniques';
import { closesUp, insertionRange } from '../score';
import type { Found, CheckRule } from './types';
import { editsWithout, wasEdited } from './words';

/** What a back is laid to hide. */
const HIDDEN: ReadonlySet<Role> = new Set(['decoration', 'tack-down', 'quilting', 'placement']);

/** What must come before what. */
export const orderRules: CheckRule[] = [
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
      const closed = c.hands.find(({ step }) => closesUp(step, c.score));
      // What is not turned may have its marks through both sides.
      const isTurned = c.hands.some(({ step }) => actionOf(step).effect === 'turn out');
      if (!closed || !(isTurned || wasEdited(c, closed.step.id))) return [];
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
    id: 'back-early',
    severity: 'mind',
    find: (c) => {
      const closed = c.hands.find(({ step }) => closesUp(step, c.score));
      const moved = closed && c.score.changed.find((s) => s.stepId === closed.step.id && !s.isOut);
      const stood = moved ? c.steps.findIndex((s) => s.id === moved.next) : -1;
      if (!closed || stood < 0) return [];
      const through = c.needles.find(({ step, at }) => at > closed.at && at < stood && HIDDEN.has(step.role));
      return through
        ? [
            {
              stepId: closed.step.id,
              message: `“${closed.step.title}” comes before block ${through.step.stop + 1}, whose stitches it is to hide.`,
              because: 'Laid now, the back is sewn through with it, and shows all of it.',
              fix: { label: 'Move it back', change: editsWithout(c, closed.step.id) },
            },
          ]
        : [];
    },
  },
  {
    id: 'zip-closed',
    severity: 'stop',
    find: (c) => {
      if (!c.score.pieces.some((p) => p.material === 'zip')) return [];
      const back = c.hands.find(
        ({ step }) =>
          step.action === 'lay' && step.face === 'down' && step.side === 'front' && closesUp(step, c.score),
      );
      if (!back || c.before(back.at).layers.some((l) => l.material === 'zip' && l.open)) return [];
      const removed = c.score.changed.find((s) => s.action === 'open-zip');
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
        const { along } = step;
        if (step.action !== 'trim-close' || along === null || !step.pieces.length) return [];
        const cover = c.needles.find(
          (n) => n.at < at && n.step.role === 'cover' && c.sameLine(n.step.block, along),
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
    id: 'taken-out',
    severity: 'mind',
    find: (c) =>
      c.score.changed.flatMap((changed): Found[] => {
        const { missed } = actionOf(changed);
        return missed && changed.isOut
          ? [
              {
                stepId: changed.next,
                message: `“${changed.title}” is taken out.`,
                because: missed,
                fix: { label: 'Put it back', change: editsWithout(c, changed.stepId) },
              },
            ]
          : [];
      }),
  },
  {
    id: 'nothing-laid',
    severity: 'stop',
    find: (c) => {
      const seen = new Set<string>();
      return c.needles.flatMap(({ step, at }): Found[] =>
        step.holds.flatMap((id): Found[] => {
          const there = c.before(at).layers.some((l) => l.pieceId === id);
          if (there || seen.has(id)) return [];
          seen.add(id);
          const edit = c.score.changed.find((s) => actionOf(s).effect === 'put' && s.pieces.includes(id));
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
          .find((p) => p?.size.rule === 'cover' && p.round !== null);
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
        const lies = c.pieces.find(
          (p) => step.pieces.includes(p.id) && !hasTrait(p.material, 'pile'),
        )?.covers;
        if (!lies || shareSpanned(lies, c.reading.extents) < WHOLE_SHARE) return [];
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
];
