import { type Definition, ProjectOptions } from '@/core/model';
import { kebabCase } from './codeName';

const MOST_PLAIN = 60;

/** What is chosen of an app's project; where nobody has said so yet, what follows from its name. */
export function projectOptions({ name, project }: Pick<Definition, 'name' | 'project'>): ProjectOptions {
  if (project) return project;
  const plain = kebabCase(name, 'app').replaceAll('-', '').slice(0, MOST_PLAIN);
  const identifier = `app.${/^[a-z]/.test(plain) ? plain : `a${plain}`}`;
  return {
    name: name.slice(0, 50),
    androidPackage: identifier,
    iosBundle: identifier,
    version: '1.0.0',
    encrypted: false,
    withRows: true,
  };
}

/** What is wrong with one of them; null where nothing is. */
export function optionFault<K extends keyof ProjectOptions>(key: K, value: unknown): string | null {
  return ProjectOptions.shape[key].safeParse(value).error?.issues[0]?.message ?? null;
}
