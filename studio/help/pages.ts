import { useQuery } from '@tanstack/react-query';
import { z } from 'zod';

const Part = z.object({ text: z.string(), look: z.enum(['strong', 'em', 'code']).optional() });
const Parts = z.array(Part);

const Block = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('heading'), text: z.string() }),
  z.object({ kind: z.literal('text'), parts: Parts }),
  z.object({ kind: z.literal('list'), items: z.array(Parts) }),
  z.object({ kind: z.literal('table'), heads: z.array(Parts), rows: z.array(z.array(Parts)) }),
  z.object({ kind: z.literal('code'), text: z.string() }),
]);

const HelpPage = z.object({ id: z.string(), title: z.string(), blocks: z.array(Block) });

export type HelpParts = z.infer<typeof Parts>;
export type HelpBlock = z.infer<typeof Block>;
export type HelpPage = z.infer<typeof HelpPage>;

async function fetchPages(): Promise<HelpPage[]> {
  const answer = await fetch('/help.json');
  if (!answer.ok) throw new Error(`The help could not be fetched: ${answer.status}`);
  return z.array(HelpPage).parse(await answer.json());
}

/** The pages of help, as the build made them of `docs/`; fetched when they are first asked for. */
export const useHelpPages = () => useQuery({ queryKey: ['help'], queryFn: fetchPages, staleTime: Infinity });

/** Where something stands in the help: a page, or a heading of one. */
export interface HelpPlace {
  page: string;
  heading?: string;
  /** As it is found by. */
  name: string;
  /** The page that it stands in; nothing for a page itself. */
  group: string;
}

/** All pages and their headings. */
export const helpPlaces = (pages: readonly HelpPage[]): HelpPlace[] =>
  pages.flatMap(({ id, title, blocks }) => [
    { page: id, name: title, group: '' },
    ...blocks.flatMap((block) =>
      block.kind === 'heading' ? [{ page: id, heading: block.text, name: block.text, group: title }] : [],
    ),
  ]);
