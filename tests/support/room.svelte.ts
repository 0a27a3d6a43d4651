import type { Build } from '$lib/core/build';
import type { Movement } from '$lib/core/stock';
import type { Workshop } from '$lib/core/workshop';

/** A workroom in plain variables that are followed as the application's are. */
export class Room {
  builds = $state.raw<Build[]>([]);
  workshop: Workshop = $state.raw() as Workshop;
  movements = $state.raw<Movement[]>([]);
  constructor(builds: Build[], workshop: Workshop) {
    this.builds = builds;
    this.workshop = workshop;
  }
}
