import { actionOf } from '../catalogue';
import { stopList } from '../score';
import { itemAt, count } from '../base';
import type { Found, CheckRule } from './types';
import { editsWithout, list } from './words';

/** The hoop: which side is up, on or off, where the machine must halt. */
export const hoopRules: CheckRule[] = [
  {
    id: 'flip-unsaid',
    severity: 'stop',
    find: (c) =>
      c.hands.flatMap(({ step, at }): Found[] => {
        if (step.side !== 'back' || step.action !== 'lay' || c.before(at).view === 'back') return [];
        const edit = c.score.changed.findLast((s) => actionOf(s).effect === 'turn hoop');
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
      const halts = stopList(c.score).filter((s) => s.hands.length > 0);
      if (!halts.length) return [];
      const stepId = itemAt(itemAt(halts, 0).hands, 0).id;
      if (!c.machine.halts)
        return [
          {
            stepId,
            message: `${c.machine.name} cannot be told to halt: stand by it after block${halts.length > 1 ? 's' : ''} ${list(halts.map((h) => h.stop))}, and stop it by hand.`,
            because: 'It changes over by itself and runs through the stops where hands are needed.',
          },
        ];
      return [
        {
          stepId,
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
        const { trims } = actionOf(step);
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
