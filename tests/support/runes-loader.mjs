import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { transformSync } from 'esbuild';
import { compileModule } from 'svelte/compiler';

export async function load(url, context, next) {
  const [file] = url.split('?');
  if (!file.endsWith('.svelte.ts')) return next(url, context);
  const filename = fileURLToPath(file);
  const { code } = transformSync(readFileSync(filename, 'utf8'), {
    loader: 'ts',
    target: 'es2022',
    tsconfigRaw: { compilerOptions: { useDefineForClassFields: true, verbatimModuleSyntax: true } },
  });
  return {
    format: 'module',
    source: compileModule(code, { filename, generate: 'client' }).js.code,
    shortCircuit: true,
  };
}
