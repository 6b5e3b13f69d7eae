import { z } from 'zod';

/** What is chosen of the finished project. */
export const ProjectOptions = z.strictObject({
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
  /** Whether the database on the phone can be read only with a key that the phone keeps. */
  encrypted: z.boolean(),
  /** Whether the starting rows are in the database that is shipped. */
  withRows: z.boolean(),
});

export type ProjectOptions = z.infer<typeof ProjectOptions>;
