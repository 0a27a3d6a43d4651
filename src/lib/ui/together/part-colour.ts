/** One colour a build, told apart by light and dark too; beyond these they begin again. */
const COLOURS = ['var(--needle)', 'var(--hands)', 'var(--madder)', 'var(--quiet)'];
export const partColour = (n: number): string => COLOURS[n % COLOURS.length] ?? 'var(--needle)';
