import type { Path, Problem, Result } from '$lib/core/base';
import type { Build } from '$lib/core/build';
import type { Reading } from '$lib/core/reading';
import type { Tape } from '$lib/core/tape';
import type { ReadBuild } from './read-parts';

/** A build with all that is sewn for it. */
export interface KnownBuild {
  build: Build;
  read: ReadBuild;
  /** of one item, about the middle of its design. mm */
  outline: Path;
  /** items that were made */
  made: number;
}
/** Where builds are, and what reads them. */
export interface KnownBuildsNeeds {
  builds: () => readonly Build[];
  read: (build: Build) => Promise<Result<ReadBuild>>;
  outline: (tape: Tape, reading: Reading) => Promise<Result<Path>>;
  made: (buildId: string) => Promise<number>;
  tell: (problem: Problem) => void;
}

/** Builds that are sewn together, each read once for the same stitches. */
export class KnownBuilds {
  constructor(private readonly needs: KnownBuildsNeeds) {}
  private all = $state.raw<Record<string, KnownBuild>>({});

  /** null: it is not read yet, or gone */
  of(id: string | undefined): KnownBuild | null {
    return (id !== undefined && this.all[id]) || null;
  }
  /** Reads a build as it is now; null: it is gone or cannot be read, which is told. */
  async read(id: string): Promise<KnownBuild | null> {
    const build = this.needs.builds().find((b) => b.id === id);
    if (!build) return null;
    const before = this.all[id];
    if (before?.build === build) return before;
    if (before && sewnFrom(before.build) === sewnFrom(build)) return this.keep({ ...before, build });
    const read = await this.needs.read(build);
    if (!read.ok) return this.cannot(read.problem);
    const { tape, reading } = read.value.own;
    const outline = await this.needs.outline(tape, reading);
    if (!outline.ok) return this.cannot(outline.problem);
    return this.keep({
      build,
      read: read.value,
      outline: outline.value,
      made: await this.needs.made(id),
    });
  }
  private keep(known: KnownBuild): KnownBuild {
    this.all = { ...this.all, [known.build.id]: known };
    return known;
  }
  private cannot(problem: Problem): null {
    this.needs.tell(problem);
    return null;
  }
}
/** What the stitches of a build depend on. */
const sewnFrom = ({ tapeId, roles, typed, insertions, machineId }: Build): string =>
  JSON.stringify([tapeId, roles, typed, typed && machineId, insertions]);
