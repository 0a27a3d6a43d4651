import * as z from 'zod';

export const MOST_BLOCKS = 5000;
/** Letters of its name, and of its number. */
export const MOST_THREAD = 60;
export const MOST_THREAD_NUMBER = 20;
export const colour = z.string().regex(/^#[0-9a-f]{6}$/i);

export const threadSchema = z.object({
  name: z.string().max(MOST_THREAD),
  colour,
  /** as its maker numbers it */
  number: z.string().max(MOST_THREAD_NUMBER).optional(),
  metallic: z.boolean().optional(),
});
/** What a maker has said of the thread of a block. No name: nobody has said. */
export const blockThreadSchema = threadSchema.extend({
  /** the block whose thread it is as well, where it has no name of its own */
  sameAs: z.int().min(0).max(MOST_BLOCKS).optional(),
});
export type Thread = z.infer<typeof threadSchema>;
export type BlockThread = z.infer<typeof blockThreadSchema>;
interface Said {
  threads: readonly BlockThread[];
}

/** Stands where nobody has said what a block is sewn in. */
export const UNNAMED: Thread = { name: '', colour: '#777777' };

/** What each block is sewn in: what was said of it, or of the block whose thread it shares. undefined: nobody has said. */
export const threadsOf = ({ threads }: Said): (Thread | undefined)[] =>
  threads.map((thread) => {
    let at: BlockThread | undefined = thread;
    // No chain is longer than there are blocks; one that goes in a circle has no end.
    for (let i = 0; at && !at.name && i < threads.length; i++)
      at = at.sameAs === undefined ? undefined : threads[at.sameAs];
    return at?.name ? at : undefined;
  });

/** "Snow White 1001": its name, and its maker's number where it has one. */
export const threadWords = ({ name, number }: Pick<Thread, 'name' | 'number'>): string =>
  number ? `${name} ${number}` : name;
/** Nothing is changed on the machine between two such blocks. */
export const isSameThread = (a: Thread, b: Thread): boolean => threadKey(a) === threadKey(b);

/** Two threads of one key are the same. */
export const threadKey = (thread: Thread): string => `${threadWords(thread)} ${thread.colour.toLowerCase()}`;

/** What was said of each of so many blocks; of some nothing. */
export const saidOf = ({ threads }: Said, blocks: number): BlockThread[] =>
  Array.from({ length: blocks }, (_, i) => threads[i] ?? UNNAMED);
/** The first thread that has a name, for so many blocks. */
export const inOneThread = (said: Said, blocks: number): BlockThread[] =>
  Array.from({ length: blocks }, (_, i) =>
    i === 0 ? (threadsOf(said).find(Boolean) ?? UNNAMED) : { ...UNNAMED, sameAs: 0 },
  );
