import type { Handle } from '@sveltejs/kit';

/** `npm run demo` marks the page, so that an empty browser opens on the sample workroom. */
const mark = process.env.JOLT_DEMO === '1' ? ' data-demo' : '';

export const handle: Handle = ({ event, resolve }) =>
  resolve(event, { transformPageChunk: ({ html }) => html.replace('%jolt.demo%', mark) });
