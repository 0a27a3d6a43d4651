import { ok, type Result } from '$lib/core/base';
import type { Build } from '$lib/core/build';
import { checkPlan, openFindings } from '$lib/core/check';
import { planBuild } from '$lib/core/plan';
import { needleSecondsOf } from './needle-seconds';
import { nowIso } from './ids';
import { readBuild } from './read-build.svelte';
import { readingsOf } from './read-parts';
import { workroom } from './workroom.svelte';

/** What a list tells of a build that must be worked out. Of one run of its tape; seconds. */
export interface BuildFacts {
  hoop: string;
  stops: number;
  seconds: number;
  handSeconds: number;
  /** what speaks against sewing it, and what is to be minded */
  stopping: number;
  minding: number;
}
/** Reads and plans a build as it stands. */
export async function buildFacts(build: Build): Promise<Result<BuildFacts>> {
  const read = await readBuild(build);
  if (!read.ok) return read;
  const { own, inserted } = read.value;
  const workshop = workroom.workshop;
  const plan = planBuild(build, own.reading, workshop, readingsOf(inserted));
  const findings = openFindings(
    checkPlan({
      build,
      plan,
      workshop,
      today: nowIso().slice(0, 10),
      needleSeconds: needleSecondsOf(plan.machine),
    }),
  );
  const { itemSeconds, handSeconds } = plan.time.item;
  return ok({
    hoop: plan.hooping.hoop.name,
    stops: plan.design.reading.stops,
    seconds: itemSeconds,
    handSeconds,
    stopping: findings.filter((f) => f.severity === 'stop').length,
    minding: findings.filter((f) => f.severity === 'mind').length,
  });
}
