import { itemAt } from '../base';
import { actionOf, hasTrait, MATERIALS } from '../catalogue';
import { bases, changed, hangingIn, isCloth } from './words';
import type { CheckRule } from './types';

const layerWord = (n: number) => `${n} layer${n > 1 ? 's' : ''}`;

/** What is hooped under the work, and how it comes off. */
export const baseRules: CheckRule[] = [
  {
    id: 'base-thin',
    severity: 'mind',
    find: (c) => {
      const lace = c.needles.find(({ step }) => step.role === 'lace' || step.role === 'lace-underlay');
      const base = bases(c).find((p) => p.material === 'mesh');
      if (!base) return [];
      const dense = c.needles.some(
        ({ step }) =>
          step.role === 'lace' &&
          itemAt(c.reading.blocks, step.block).densityPerCm2 > c.numbers['check.stiff'],
      );
      const wants = lace && dense ? 3 : 2;
      if (base.layers >= wants) return [];
      return [
        {
          stepId: lace?.step.id ?? null,
          message: `${layerWord(base.layers)} of wash-away ${base.layers > 1 ? 'are' : 'is'} too thin for this: take ${wants}.`,
          because: lace
            ? 'Lace has nothing else to be sewn on; a thin base is cut to shreds.'
            : 'A border on one layer cuts itself loose.',
          fix: { label: `Hoop ${layerWord(wants)}`, change: changed(c, [base], { layers: wants }) },
        },
      ];
    },
  },
  {
    id: 'hangs-free',
    severity: 'stop',
    find: (c) => {
      const under = bases(c).filter((p) => !isCloth(p));
      const hanging = hangingIn(c);
      if (!hanging || !under.length || under.some((p) => hasTrait(p.material, 'washes'))) return [];
      const base = itemAt(under, 0);
      return [
        {
          stepId: hanging.stepId,
          message: `${hanging.what} is sewn on ${MATERIALS[base.material].name}, which does not wash away.`,
          because:
            'It hangs free when all is done: what is torn out pulls its stitches apart, what stays shows.',
          fix: { label: 'Take wash-away, 2 layers', change: changed(c, [base], { kind: 'mesh', layers: 2 }) },
        },
      ];
    },
  },
  {
    id: 'not-rinsed',
    severity: 'mind',
    find: (c) => {
      const base = bases(c).find((p) => p.material === 'mesh');
      const isWashed = c.hands.some(({ step }) => actionOf(step).effect === 'wash');
      // Taken out by the maker it is told as such.
      if (!base || isWashed || c.score.changed.some((s) => s.isOut && s.action === 'dissolve')) return [];
      return [
        {
          stepId: null,
          message: `${base.name} is wash-away, and no step rinses it out.`,
          because: 'What is left of it dries stiff, and draws damp for as long as the item lives.',
        },
      ];
    },
  },
  {
    id: 'tear-away-border',
    severity: 'mind',
    find: (c) => {
      const base = bases(c).find((p) => p.material === 'tear-away');
      const cloth = bases(c).some((p) => p !== base && isCloth(p));
      if (!base || base.layers > 1 || cloth) return [];
      const border = c.needles.find(({ step }) => {
        const { texture, densityPerCm2 } = itemAt(c.reading.blocks, step.block);
        return (
          step.role === 'cover' && texture === 'satin' && densityPerCm2 >= c.numbers['check.denseBorder']
        );
      });
      return border
        ? [
            {
              stepId: border.step.id,
              message: 'One layer of tear-away lies under a dense border.',
              because: 'The border perforates it, and the work drops out of the hoop half way round.',
              fix: { label: 'Hoop 2 layers', change: changed(c, [base], { layers: 2 }) },
            },
          ]
        : [];
    },
  },
];
