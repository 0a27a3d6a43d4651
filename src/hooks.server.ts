import type { Handle } from '@sveltejs/kit';

/** `npm run demo` marks the page, so that an empty browser opens on the sample workroom. */
const mark = process.env.JOLT_DEMO === '1' ? ' data-demo' : '';

/** Of the letters those that every page is written in. */
const LETTERS = /-latin-(wght|400)-normal[^/]*\.woff2$/;

export const handle: Handle = ({ event, resolve }) =>
  resolve(event, {
    transformPageChunk: ({ html }) => html.replace('%jolt.demo%', mark),
    preload: ({ type, path }) => (type === 'font' ? LETTERS.test(path) : type !== 'asset'),
  });
