import { writeFileSync } from 'node:fs';
import { projectKit } from './projectKit';

// What projects have alike, for the page that makes one.
projectKit().then((kit) => writeFileSync(process.argv[2] ?? 'public/project-kit.json', JSON.stringify(kit)));
