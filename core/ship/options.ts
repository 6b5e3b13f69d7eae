import { z } from 'zod';
import type { Definition } from '@/core/model';
import { kebabCase } from './codeName';

/** What is chosen of a project when it is made. */
export const ProjectOptions = z.object({
  name: z.string().trim().min(1, 'An app has a name.').max(50, 'The stores take 50 characters at most.'),
  /** As Google Play knows the app. Source: developer.android.com/build/configure-app-module#set-application-id */
  androidPackage: z
    .string()
    .max(150, 'At most 150 characters.')
    .regex(
      /^[a-zA-Z][a-zA-Z0-9_]*(\.[a-zA-Z][a-zA-Z0-9_]*)+$/,
      'Two or more words with dots between them, each of letters, digits and _, beginning with a letter: org.example.store',
    ),
  /** As the App Store knows it. Source: Apple's CFBundleIdentifier */
  iosBundle: z
    .string()
    .max(150, 'At most 150 characters.')
    .regex(
      /^[a-zA-Z0-9-]+(\.[a-zA-Z0-9-]+)+$/,
      'Two or more words with dots between them, each of letters, digits and -: org.example.store',
    ),
  version: z.string().regex(/^\d{1,4}\.\d{1,4}\.\d{1,4}$/, 'Three numbers with dots between them: 1.0.0'),
});
export type ProjectOptions = z.infer<typeof ProjectOptions>;

const MOST_PLAIN = 60;

/** What a project is called where nobody has said so yet. */
export function projectOptions({ name }: Pick<Definition, 'name'>): ProjectOptions {
  const plain = kebabCase(name, 'app').replaceAll('-', '').slice(0, MOST_PLAIN);
  const identifier = `app.${/^[a-z]/.test(plain) ? plain : `a${plain}`}`;
  return { name: name.slice(0, 50), androidPackage: identifier, iosBundle: identifier, version: '1.0.0' };
}

/** What is wrong with each, by its name. */
export function optionFaults(options: ProjectOptions): Partial<Record<keyof ProjectOptions, string>> {
  const { error } = ProjectOptions.safeParse(options);
  return Object.fromEntries((error?.issues ?? []).reverse().map(({ path, message }) => [String(path[0]), message]));
}
