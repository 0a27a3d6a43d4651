// npm run schema: publishes the shape of the build file as JSON Schema.
import { writeFileSync } from 'node:fs';
import * as z from 'zod';
import { buildFileSchema } from '../src/lib/core/exchange';

writeFileSync('docs/build-file.schema.json', `${JSON.stringify(z.toJSONSchema(buildFileSchema), null, 2)}\n`);
