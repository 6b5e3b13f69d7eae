import { holdProject } from '@/test/demoProject';

test(
  'the project of the apiary, with an encrypted database, compiles and passes its tests',
  () => holdProject('apiary'),
  600_000,
);
