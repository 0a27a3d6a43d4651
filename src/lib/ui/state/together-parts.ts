import { composeTape, planBuild } from '$lib/core/plan';
import type { Tape } from '$lib/core/tape';
import { planTogether, type PlannedPart } from '$lib/core/together';
import type { SharedHooping, SharedPart, Workshop } from '$lib/core/workshop';
import type { KnownBuild, KnownBuilds } from './known-builds.svelte';
import { readingsOf } from './read-parts';

/** A build of a shared hooping: as it is by itself, and as it is sewn there; null: it is not read yet, or gone. */
interface PartHere {
  part: SharedPart;
  known: KnownBuild | null;
  planned: PlannedPart | null;
}
/** The builds of a shared hooping in the order in which they are sewn. */
export function partsHere(hooping: SharedHooping, known: KnownBuilds, workshop: Workshop): PartHere[] {
  const name = (at: number) => known.of(hooping.parts[at]?.id)?.build.name ?? null;
  return hooping.parts.map((part, at): PartHere => {
    const own = known.of(part.id);
    if (!own) return { part, known: null, planned: null };
    const { build, read, outline } = own;
    const neighbours = { before: name(at - 1), after: name(at + 1) };
    const planned = planTogether(build, outline, hooping, part, neighbours, (b) =>
      planBuild(b, read.own.reading, workshop, readingsOf(read.inserted)),
    );
    return { part, known: own, planned };
  });
}
/** The tape of a build, with what is sewn in between. */
export const tapeOf = ({ build, read: { own, inserted } }: KnownBuild): Tape =>
  composeTape(build, own.tape, own.reading, inserted);
