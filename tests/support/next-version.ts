import { execFileSync } from 'node:child_process';
import { cpSync, mkdirSync, readFileSync, symlinkSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';

/** What a build is made of. */
const SOURCES = [
  'src',
  'static',
  'package.json',
  'svelte.config.js',
  'vite.config.ts',
  'tsconfig.json',
  'server.mjs',
];

/**
 * A newer version of the application, really built: its database has one shape more. Takes as long as a build does.
 * @returns the folder to start it in
 */
export function buildNextVersion(folder: string): string {
  mkdirSync(folder, { recursive: true });
  for (const name of SOURCES) cpSync(name, join(folder, name), { recursive: true });
  symlinkSync(resolve('node_modules'), join(folder, 'node_modules'));
  const db = join(folder, 'src/lib/store/db.ts');
  const source = readFileSync(db, 'utf8');
  const last = /this\.version\((\d+)\)\.stores\(\{ readings: 'key, by, at' \}\);/;
  if (!last.test(source)) throw new Error('The newest shape of the database is another one: name it here.');
  writeFileSync(
    db,
    source.replace(last, (now, n) => `${now}\n    this.version(${Number(n) + 1}).stores({ later: 'id' });`),
  );
  execFileSync('node_modules/.bin/vite', ['build', '--logLevel', 'error'], { cwd: folder, stdio: 'ignore' });
  return folder;
}
