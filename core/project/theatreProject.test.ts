import { holdProject } from '@/test/demoProject';

test(
  'the project of the theatre compiles, keeps its rules and passes its tests',
  () => holdProject('theatre'),
  600_000,
);
