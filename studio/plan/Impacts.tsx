import { describeImpact, type Impact } from '@/core/schema';
import { Callout } from '@/ui';

/** What an edit would do to the rows, and why it cannot be made. */
export function Impacts({ fault, impacts }: { fault: string | null; impacts: readonly Impact[] }) {
  return (
    <>
      {fault ? <Callout tone="rust">{fault}</Callout> : null}
      {impacts.map((impact) => (
        <Callout key={`${impact.kind} ${impact.column}`} tone={impact.blocks ? 'rust' : 'amber'}>
          {describeImpact(impact)}
        </Callout>
      ))}
    </>
  );
}
