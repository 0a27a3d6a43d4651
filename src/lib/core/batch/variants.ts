import { itemAt } from '../base';
import { threadKey, threadsOf, threadWords, type Build } from '../build';
import type { Demand } from '../demand';
import type { Machine } from '../workshop';
import type { BatchHooping } from './hoopings';

/** A build that is sewn in another way than now. */
export interface BuildVariant {
  id: string;
  title: string;
  build: Build;
}
/**
 * Other ways of sewing the builds of a plan: more in a hooping, fewer, one thread less where hands change it; of each the build
 * that has most to gain.
 */
export function buildVariants(
  builds: readonly Build[],
  demands: readonly Pick<Demand, 'build' | 'sewing'>[],
  hoopings: readonly BatchHooping[],
  machines: readonly Machine[],
): BuildVariant[] {
  const all = demands.flatMap(({ build: { id }, sewing }) => {
    const build = builds.find((b) => b.id === id);
    const own = hoopings.filter((h) => h.buildId === id && h.sharedId === null && h.runId === null);
    const designs = own.reduce((sum, { parts }) => sum + itemAt(parts, 0).designs, 0);
    return build && own.length ? [{ build, sewing, many: own.length, designs }] : [];
  });
  const withRepeats = (build: Build, repeats: number) => ({
    ...build,
    order: { ...build.order, repeats },
  });
  const more = best(all, ({ many, designs, sewing }) => many - Math.ceil(designs / sewing.fits));
  // Half as many each keep more heads at work at a time.
  const fewer = best(all, ({ many, sewing }) => (many > 1 || sewing.repeats < 2 ? 0 : sewing.repeats));
  const thread = best(
    all.flatMap(({ build, sewing, many }) => {
      const isByHand = machines.find(({ id }) => id === sewing.machineId)?.kind === 'one-needle';
      return isByHand ? lessByOne(build).map((less) => ({ ...less, build, many })) : [];
    }),
    ({ saved, many }) => saved * many,
  );
  return [
    ...(more
      ? [{ id: 'more', title: `${more.build.name}: ${more.sewing.fits} in a hooping, not ${more.sewing.repeats}`, build: withRepeats(more.build, more.sewing.fits) }] // prettier-ignore
      : []),
    ...(fewer
      ? [{ id: 'fewer', title: `${fewer.build.name}: ${Math.ceil(fewer.sewing.repeats / 2)} in a hooping, not ${fewer.sewing.repeats}`, build: withRepeats(fewer.build, Math.ceil(fewer.sewing.repeats / 2)) }] // prettier-ignore
      : []),
    ...(thread
      ? [{ id: 'thread', title: `${thread.build.name} without ${thread.without}`, build: thread.changed }]
      : []),
  ];
}
/** The one that is worth most, if any is worth something. */
function best<T>(all: readonly T[], worth: (each: T) => number): T | null {
  const [first] = all.toSorted((a, b) => worth(b) - worth(a));
  return first && worth(first) > 0 ? first : null;
}
/** Without each of its threads: those blocks are sewn in what is on before them, and so many changes are saved. */
function lessByOne(build: Build): { without: string; changed: Build; saved: number }[] {
  const threads = threadsOf(build);
  const keys = threads.map((t) => t && threadKey(t));
  const changes = (of: readonly (string | undefined)[]) => {
    const told = of.filter((k) => k !== undefined);
    return told.filter((k, n) => n > 0 && k !== told[n - 1]).length;
  };
  const kinds = [...new Set(keys.flatMap((k) => k ?? []))];
  if (kinds.length < 2) return [];
  return kinds.map((gone) => {
    let on = threads.find((t, n) => t && keys[n] !== gone);
    const left = threads.map((thread, n) => {
      if (keys[n] !== gone) on = thread ?? on;
      return keys[n] === gone ? on : thread;
    });
    const name = threads.find((_, n) => keys[n] === gone);
    return {
      without: name ? threadWords(name) : '',
      changed: {
        ...build,
        threads: build.threads.map((said, n) => (keys[n] === gone && left[n] ? { ...left[n] } : said)),
      },
      saved: changes(keys) - changes(left.map((t) => t && threadKey(t))),
    };
  });
}
