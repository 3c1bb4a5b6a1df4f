import { writeFileSync } from 'node:fs';
import { recordJsonSchema } from './lib/recordJsonSchema.js';

/** `npm run record:schema`: writes docs/record.schema.json anew, after a change of what a record holds. */
writeFileSync('docs/record.schema.json', `${JSON.stringify(recordJsonSchema(), null, '\t')}\n`);
