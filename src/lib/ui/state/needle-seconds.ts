import { needleSince } from '$lib/core/run';
import type { Machine } from '$lib/core/workshop';
import { workroom } from './workroom.svelte';

/** That the needle of a machine has sewn since it was put in, s. */
export function needleSecondsOf({ id }: Pick<Machine, 'id'>): number {
  const machine = workroom.workshop.machines.find((m) => m.id === id);
  return machine?.needle ? needleSince(workroom.log.all, machine, machine.needle.since) : 0;
}
