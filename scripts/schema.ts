import { writeFileSync } from 'node:fs';
import { appFileSchema } from '../core/transfer';

// Publishes the schema of the app file from the Zod schema that reads it.
writeFileSync('docs/app-file.schema.json', `${JSON.stringify(appFileSchema(), null, 2)}\n`);
