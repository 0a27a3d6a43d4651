// The built application behind Node's own server: body limit, whom it answers, security headers on every answer.
import { createServer } from 'node:http';
import { fileURLToPath } from 'node:url';

const port = Number(process.env.PORT ?? 4173);
const host = process.env.HOST ?? '127.0.0.1';
process.env.ORIGIN ||= `http://localhost:${port}`;
// A little over 64 MiB, so that the routes refuse in their own words.
process.env.BODY_SIZE_LIMIT ||= String(65 * 1024 * 1024);
process.env.JOLT_WORKER ||= fileURLToPath(new URL('./build/jobs-worker.js', import.meta.url));

/** Time for a request's headers, and for all of it, ms. */
const HEADERS_MS = 15_000;
const REQUEST_MS = 180_000;
/** From being told to end to having ended, ms. */
const END_MS = 1500;

const { handler } = await import('./build/handler.js');
const headers = {
  'x-content-type-options': 'nosniff',
  'referrer-policy': 'no-referrer',
  'x-frame-options': 'DENY',
  'cross-origin-opener-policy': 'same-origin',
  'cross-origin-resource-policy': 'same-origin',
  'permissions-policy': 'camera=(), microphone=(), geolocation=()',
};
const hosts = new Set(
  [
    ...['localhost', '127.0.0.1', '[::1]', host].map((name) => `${name}:${port}`),
    new URL(process.env.ORIGIN).host,
    ...(process.env.JOLT_HOSTS ?? '').split(','),
  ].filter(Boolean),
);
const READS = ['GET', 'HEAD', 'OPTIONS'];

/** Why a request is not answered: by a name that is not ours (a page elsewhere that points its own name here), or sent by another site. */
function stranger({ method, headers: { host: asked, 'sec-fetch-site': site } }) {
  if (!hosts.has(asked ?? ''))
    return [
      421,
      'wrong-host',
      'This server is not called that.',
      'Use its own address, or name the host in JOLT_HOSTS.',
    ];
  if (!READS.includes(method ?? '') && site && site !== 'same-origin' && site !== 'none')
    return [
      403,
      'other-site',
      'Another site may not change anything here.',
      'Send it from a script, or from this page.',
    ];
  return null;
}

const server = createServer((request, response) => {
  for (const [name, value] of Object.entries(headers)) response.setHeader(name, value);
  const refused = stranger(request);
  if (refused) {
    const [status, code, message, next] = refused;
    response.writeHead(status, { 'content-type': 'application/json' });
    return response.end(JSON.stringify({ error: { code, message, next } }));
  }
  handler(request, response, () => {
    response.statusCode = 404;
    response.end('Not found');
  });
});
server.headersTimeout = HEADERS_MS;
server.requestTimeout = REQUEST_MS;
server.on('error', (error) => {
  console.error(
    error.code === 'EADDRINUSE'
      ? `Port ${port} is taken. Set PORT to a free one, for example PORT=${port + 1}.`
      : `The server could not start: ${error.message}`,
  );
  process.exit(1);
});
server.listen(port, host, () => console.log(`Jolt Step is at http://localhost:${server.address().port}/`));
for (const signal of ['SIGINT', 'SIGTERM'])
  process.on(signal, () => {
    process.emit('sveltekit:shutdown', signal);
    server.close(() => process.exit(0));
    server.closeAllConnections();
    setTimeout(() => process.exit(0), END_MS).unref();
  });
