import { formatDuration, itemAt } from '../base';
import { freshNeedle, isFreshNeedle } from '../score';
import { hoopingSeconds } from '../time';
import { freshBobbin, showsJoin } from '../thread';
import { editsWithout } from './words';
import type { Found, CheckRule } from './types';

/** Thread above, thread below. */
export const threadRules: CheckRule[] = [
  {
    id: 'bobbin-out',
    severity: 'mind',
    find: (c) =>
      c.needles.flatMap(({ step: { id: stepId, role, title } }): Found | [] => {
        const swaps = c.thread.bobbins.swaps.filter((s) => s.stepId === stepId);
        // Where no join shows, one that runs out is no trouble.
        if (!swaps.length || !showsJoin({ role })) return [];
        const { because } = itemAt(swaps, 0);
        // One bobbin does not sew it for all items: it is changed between them, wherever it was full.
        if (itemAt(c.thread.steps, stepId).bobbinM * c.build.order.repeats > c.thread.bobbinHoldsM)
          return {
            stepId,
            message: `The bobbin runs out in “${title}”: change it before item ${swaps.map((s) => s.item + 1).join(', ')}.`,
            because,
          };
        return {
          stepId,
          message: `The bobbin runs out in “${title}”: change it at the stop before.`,
          because,
          fix: {
            label: 'Put a fresh bobbin before it',
            change: {
              edits: [...c.build.edits, freshBobbin(stepId, c.numbers['stop.bobbinFresh'])],
            },
          },
        };
      }),
  },
  {
    id: 'bobbin-too-small',
    severity: 'mind',
    find: (c) =>
      c.thread.tooLong.map((stepId): Found => {
        const step = c.steps.find((s) => s.id === stepId);
        return {
          stepId,
          message: `“${step?.title}” takes ${itemAt(c.thread.steps, stepId).bobbinM.toFixed(0)} m of bobbin thread, more than one bobbin holds.`,
          because: 'A join inside it cannot be avoided: put it where it shows least.',
        };
      }),
  },
  {
    id: 'needle-due',
    severity: 'mind',
    find: (c) => {
      const hours = c.numbers['stitch.needleHours'];
      let sewn = c.needleSeconds ?? 0;
      if (!sewn) return [];
      if (sewn > hours * 3600)
        return [
          {
            stepId: null,
            message: `The needle in ${c.machine.name} has sewn ${formatDuration(sewn)}: put in a fresh one before you begin.`,
            because: `A needle is sewn with for ${hours} h; a blunt one frays thread and punches cloth.`,
          },
        ];
      for (const step of c.steps) {
        if (isFreshNeedle(step)) return [];
        if (step.kind !== 'needle' || step.skipped) continue;
        sewn += hoopingSeconds(itemAt(c.plan.time.steps, step.id), c.build.order.repeats);
        if (sewn > hours * 3600)
          return [
            {
              stepId: step.id,
              message: `The needle is due in “${step.title}”: change it at the stop before, not in it.`,
              because: `By then it has sewn ${hours} h; an item half sewn with a blunt needle shows where it was changed.`,
              fix: {
                label: 'Put a fresh needle before it',
                change: { edits: [...c.build.edits, freshNeedle(step.id, c.numbers['stop.blade'])] },
              },
            },
          ];
      }
      return [];
    },
  },
  {
    id: 'bobbin-colour',
    severity: 'mind',
    find: (c) => {
      const shown = c.needles.find(({ step }) => step.bothSides);
      if (!shown) return [];
      const removed = c.score.changed.filter((s) => s.isOut && s.action === 'bobbin');
      const putBack = (stepId: string) => ({
        fix: { label: 'Put the bobbin step back', change: editsWithout(c, stepId) },
      });
      if (!c.hands.some(({ step, at }) => step.action === 'bobbin' && !step.own && at < shown.at)) {
        const [first] = removed;
        return [
          {
            stepId: shown.step.id,
            message: `Both sides of “${shown.step.title}” show, and no step puts a matching bobbin in.`,
            because: 'White bobbin thread shows at the edge and all over the back.',
            ...(first && putBack(first.stepId)),
          },
        ];
      }
      return removed.flatMap(({ stepId, next }): Found[] => {
        const from = c.steps.findIndex((s) => s.id === next);
        const after = c.needles.find(({ at }) => from >= 0 && at >= from);
        if (!after?.step.bothSides) return [];
        return [
          {
            stepId: after.step.id,
            message: `“${after.step.title}” is sewn in another thread, and the bobbin stays as it was.`,
            because: 'Both its sides show: its back is in the colour of the block before.',
            ...putBack(stepId),
          },
        ];
      });
    },
  },
  {
    id: 'metallic-fast',
    severity: 'tip',
    find: (c) => {
      const cap = c.numbers['thread.metallicSpeed'];
      const shiny = c.needles.filter(({ step }) => (step.thread ?? c.threads[step.block])?.metallic);
      return shiny.length && c.machine.speed > cap
        ? [
            {
              stepId: itemAt(shiny, 0).step.id,
              message: `Set ${c.machine.name} to ${cap} a minute for the metallic thread.`,
              because: 'Pulled faster it frays and snaps; the plan reckons with the slower speed.',
            },
          ]
        : [];
    },
  },
  {
    id: 'metallic-needle',
    severity: 'tip',
    find: (c) => {
      // Of several needles it is not known which one sews it.
      if (c.machine.kind !== 'one-needle' || c.machine.needle?.kind === 'metallic') return [];
      const shiny = c.needles.find(({ step }) => (step.thread ?? c.threads[step.block])?.metallic);
      return shiny
        ? [
            {
              stepId: shiny.step.id,
              message: `Put a needle for metallic thread into ${c.machine.name}.`,
              because: 'Its eye is longer and smooth: in another the thread frays and strips.',
            },
          ]
        : [];
    },
  },
  {
    id: 'needless-change',
    severity: 'tip',
    find: (c) => {
      const key = (b: number) => {
        const t = c.threads[b];
        return t ? `${t.name}${t.colour}` : '';
      };
      return c.needles.flatMap(({ step }, i): Found[] => {
        const next = c.needles[i + 1]?.step;
        const last = c.needles[i - 1]?.step;
        // Hidden under what comes later: its colour is never seen.
        const thread = next && c.threads[next.block];
        if (step.role !== 'placement' || !thread || !key(step.block)) return [];
        const needless =
          key(step.block) !== key(next.block) && key(step.block) !== (last ? key(last.block) : '');
        return needless
          ? [
              {
                stepId: step.id,
                message: `Block ${step.stop + 1} is hidden later: sew it in ${thread.name} and save a change.`,
                because: 'The thread sheet’s colour of a placement line is only a label.',
                fix: {
                  label: `Use ${thread.name}`,
                  change: { threads: c.build.threads.with(step.block, thread) },
                },
              },
            ]
          : [];
      });
    },
  },
  {
    id: 'needles-few',
    severity: 'mind',
    find: (c) => {
      const n = c.thread.byThread.length;
      return c.machine.kind === 'multi-needle' && n > c.machine.needles
        ? [
            {
              stepId: null,
              message: `${n} threads, but ${c.machine.name} has ${c.machine.needles} needles.`,
              because: 'Those that do not find a needle are threaded on the way, each at a step of its own.',
            },
          ]
        : [];
    },
  },
];
