// The built application behind Node's own server: body limit, address, security headers on every answer.
import { createServer } from 'node:http';

const port = Number(process.env.PORT ?? 4173);
const host = process.env.HOST ?? '127.0.0.1';
process.env.ORIGIN ||= `http://localhost:${port}`;
// A little over 64 MiB, so that the routes refuse in their own words.
process.env.BODY_SIZE_LIMIT ||= String(65 * 1024 * 1024);

const { handler } = await import('./build/handler.js');
const headers = {
  'x-content-type-options': 'nosniff',
  'referrer-policy': 'no-referrer',
  'x-frame-options': 'DENY',
  'cross-origin-opener-policy': 'same-origin',
  'permissions-policy': 'camera=(), microphone=(), geolocation=()',
};
const server = createServer((request, response) => {
  for (const [name, value] of Object.entries(headers)) response.setHeader(name, value);
  handler(request, response, () => {
    response.statusCode = 404;
    response.end('Not found');
  });
});
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
  process.on(signal, () => (server.closeAllConnections(), server.close(() => process.exit(0))));
