import type { CompiledSlot } from '@/core/compiled';
import type { ColumnKind } from '@/core/model';

/** How facts stand together: a picture that leads, a label beside each value, figures side by side, or one by itself. */
export type FactBlock =
  | { kind: 'lead'; slot: CompiledSlot }
  | { kind: 'pairs' | 'figures'; slots: CompiledSlot[] }
  | { kind: 'whole'; slot: CompiledSlot };

const figures: ReadonlySet<ColumnKind> = new Set<ColumnKind>(['money', 'date', 'time', 'dateTime']);
const wholes: ReadonlySet<ColumnKind> = new Set<ColumnKind>(['picture', 'file', 'longText']);

const standingOf = ({ column }: CompiledSlot): 'pairs' | 'figures' | 'whole' =>
  wholes.has(column.kind) ? 'whole' : figures.has(column.kind) ? 'figures' : 'pairs';

/**
 * The facts of a group in their order, those that stand alike together. `isFirst`: of the first group, which a picture
 * leads. A figure by itself is a fact like any other.
 */
export function factBlocks(facts: readonly CompiledSlot[], isFirst: boolean): FactBlock[] {
  const [first, ...rest] = facts;
  if (isFirst && first?.column.kind === 'picture') return [{ kind: 'lead', slot: first }, ...factBlocks(rest, false)];
  const runs: { kind: 'pairs' | 'figures' | 'whole'; slots: CompiledSlot[] }[] = [];
  for (const slot of facts) {
    const last = runs.at(-1);
    const kind = standingOf(slot);
    if (last?.kind === kind && kind !== 'whole') last.slots.push(slot);
    else runs.push({ kind, slots: [slot] });
  }
  return joined(
    runs.map(({ kind, slots }): FactBlock => {
      const [slot] = slots;
      if (kind === 'whole' && slot) return { kind, slot };
      return { kind: kind === 'figures' && slots.length > 1 ? 'figures' : 'pairs', slots };
    }),
  );
}

/** Pairs that came to stand one after another are one block. */
function joined(blocks: readonly FactBlock[]): FactBlock[] {
  return blocks.reduce<FactBlock[]>((made, block) => {
    const last = made.at(-1);
    if (block.kind !== 'pairs' || last?.kind !== 'pairs') return [...made, block];
    return [...made.slice(0, -1), { kind: 'pairs', slots: [...last.slots, ...block.slots] }];
  }, []);
}
