import type { Build } from '$lib/core/build';
import { checkPlan, openFindings } from '$lib/core/check';
import type { BuildPlan } from '$lib/core/plan';
import type { Machine, Workshop } from '$lib/core/workshop';
import { nowIso } from './ids';
import { orFault } from './or-fault';

/** What a check stands on. */
export interface CheckNeeds {
  build: () => Build | null;
  plan: () => BuildPlan | null;
  workshop: () => Workshop;
  /** that the needle of a machine has sewn so far, s */
  needleSeconds: (machine: Machine) => number;
}

/** What an experienced maker would say first of a build that is open; it follows each change. */
export class PlanCheck {
  constructor(private readonly needs: CheckNeeds) {}

  /** silenced ones are marked */
  readonly all = $derived.by(() => {
    const [build, plan] = [this.needs.build(), this.needs.plan()];
    if (!build || !plan) return [];
    const input = {
      build,
      plan,
      workshop: this.needs.workshop(),
      today: nowIso().slice(0, 10),
      needleSeconds: this.needs.needleSeconds(plan.machine),
    };
    return orFault([], `The check of ${build.name}`, () => checkPlan(input));
  });
  /** the worst first */
  readonly findings = $derived(openFindings(this.all));
}
