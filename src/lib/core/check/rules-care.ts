import { formatDuration } from '../base';
import type { CheckRule } from './types';

const DAY = 86_400;

/** Time, and the people it is for. */
export const careRules: CheckRule[] = [
  {
    id: 'due-date',
    severity: 'mind',
    find: (c) => {
      const { due } = c.build.use;
      if (!due || !c.today) return [];
      const left = (Date.parse(due) - Date.parse(c.today)) / 1000 / DAY;
      const workDays = c.order.seconds / 3600 / c.numbers['order.hoursADay'];
      const needed = Math.ceil(workDays + c.item.passiveSeconds / DAY);
      return needed > left
        ? [
            {
              stepId: null,
              message: `The order needs about ${needed} day${needed > 1 ? 's' : ''}, and ${left > 0 ? `${left} ${left > 1 ? 'are' : 'is'} left` : 'the due date is here'}.`,
              because: `${formatDuration(c.order.seconds)} of work at ${c.numbers['order.hoursADay']} h a day${c.item.passiveSeconds ? `, and ${formatDuration(c.item.passiveSeconds)} to dry after the last` : ''}.`,
            },
          ]
        : [];
    },
  },
  {
    id: 'hands-full',
    severity: 'tip',
    find: (c) => {
      const heads = c.machine.heads;
      if (heads < 2 || c.build.order.quantity < 2 || c.order.handSeconds < c.order.needleSeconds) return [];
      return [
        {
          stepId: null,
          message: `Hands take ${formatDuration(c.order.handSeconds)}, the needle ${formatDuration(c.order.needleSeconds)}: the hands are the bottleneck.`,
          because: `${heads} heads wait for one pair of hands; another person helps more than another head.`,
        },
      ];
    },
  },
  {
    id: 'small-parts',
    severity: 'mind',
    find: (c) => {
      const small = c.hands.find(({ step }) => step.cautions.includes('smallParts'));
      return c.build.use.forChild && small
        ? [
            {
              stepId: small.step.id,
              message: 'This is for a child, and it gets snaps, buttons, eyelets or ribbons.',
              because:
                'Small parts can choke and cords can strangle; follow the product-safety law where it is sold, and have it tested where the law asks.',
            },
          ]
        : [];
    },
  },
];
