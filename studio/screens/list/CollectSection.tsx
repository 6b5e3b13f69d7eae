import { collectings } from '@/core/plan';
import { SwitchField } from '@/ui';
import { useApp } from '../../useApp';
import { CollectFields, NoWay } from '../CollectFields';
import { Section } from '../Section';
import { useChange } from '../view';

import type { ListEditorProps } from './props';

/** Rows put on a list that is saved once. */
export function CollectSection({ screen, table }: ListEditorProps) {
  const { definition } = useApp().state;
  const change = useChange(screen);
  const ways = collectings(definition, table.id);
  const way = ways.find(({ missing }) => missing === null);
  if (ways.length === 0) return null;
  return (
    <Section
      title="A list that is saved"
      help="Rows are put on a list, which is saved once: each as a record of a table that belongs to it."
    >
      {way || screen.collect ? (
        <SwitchField
          label="Rows can be put on a list"
          value={screen.collect !== undefined}
          onChange={(on) =>
            change((draft) => {
              if (on && way) draft.collect = way.collecting;
              else {
                delete draft.collect;
                if (draft.tap === 'collect') delete draft.tap;
              }
            })
          }
        />
      ) : (
        <NoWay ways={ways} />
      )}
      {screen.collect ? (
        <CollectFields
          tableId={table.id}
          collecting={screen.collect}
          times="How often it is on the list"
          onChange={(next) => change((draft) => void (draft.collect = next))}
        />
      ) : null}
    </Section>
  );
}
