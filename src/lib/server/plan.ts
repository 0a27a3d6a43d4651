import { checkPlan } from '$lib/core/check';
import { planReport, tapeFromBase64, type PlanReport, type PlanRequest } from '$lib/core/exchange';
import { numbersWith } from '$lib/core/numbers';
import { planBuild, proposeBuild, proposeTyped, readTyped } from '$lib/core/plan';
import { itemAt, fail, ok, type Result } from '$lib/core/base';
import { roleOverrides, type Build } from '$lib/core/build';
import type { Reading, RoleOverrides } from '$lib/core/reading';
import { readDesign } from '$lib/core/techniques';
import { tapeIdOf } from '$lib/core/tape';
import { cutLength } from '$lib/core/time';
import { newWorkshop } from '$lib/core/workshop';

/** What was asked for, planned with the same core as the screens. Nothing is kept. */
export function planFor(request: PlanRequest): Result<PlanReport> {
  const workshop = request.workshop ?? newWorkshop();
  const trimJumps = numbersWith(workshop.numbers)['reading.trimJumps'];
  const read = (
    base64: string,
    what: string,
    roles?: RoleOverrides,
  ): Result<{ reading: Reading; id: string }> => {
    const sent = tapeFromBase64(base64, what);
    if (!sent.ok) return sent;
    const { tape, bytes } = sent.value;
    return ok({ reading: readDesign(tape, { trimJumps, roles }), id: tapeIdOf(bytes) });
  };
  // Fields that were not sent must not cover what would be proposed.
  const change = Object.fromEntries(
    Object.entries(request.build).filter(([, value]) => value !== undefined),
  ) as Partial<Build>;
  const given = { id: 'asked', tapeId: 'asked', fileName: change.name ?? '', now: EPOCH };
  let own: Reading;
  let build: Build;
  if (change.typed) {
    build = { ...proposeTyped(change.typed, workshop, given), ...change };
    own = readTyped(change.typed, build.machineId, workshop);
  } else {
    if (request.tape === undefined)
      return fail(
        'no-tape',
        'There is no tape to plan.',
        'Send the tape in base64, or a build with typed stops.',
      );
    const tape = read(request.tape, 'The tape', change.roles ? roleOverrides({ roles: change.roles }) : {});
    if (!tape.ok) return tape;
    own = tape.value.reading;
    build = { ...proposeBuild(own, workshop, { ...given, tapeId: tape.value.id }), ...change };
  }
  const inserted: Record<string, Reading> = {};
  for (const [id, base64] of Object.entries(request.inserted ?? {})) {
    const other = read(base64, `The tape of ${id}`);
    if (!other.ok) return other;
    inserted[id] = other.value.reading;
  }
  const plan = planBuild(build, own, workshop, inserted);
  const findings = checkPlan({ build, plan, workshop, today: request.today ?? null });
  return ok(
    planReport(plan, findings, (step, block) => cutLength(step, itemAt(plan.design.reading.blocks, block))),
  );
}
/** A plan has no moment of its own. */
const EPOCH = '1970-01-01T00:00:00.000Z';
