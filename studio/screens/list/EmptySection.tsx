import { type ListScreen } from '@/core/model';
import { PausedTextField } from '../../PausedTextField';
import { Section } from '../Section';
import { useChange } from '../view';

/** What stands there while nothing does. */
export function EmptySection({ screen }: { screen: ListScreen }) {
  const change = useChange(screen);
  return (
    <Section title="While it is empty">
      <PausedTextField
        label="Says"
        value={screen.empty?.text ?? `There are no ${screen.name.toLowerCase()} yet.`}
        onChange={(text) => change((draft) => void (draft.empty = { ...draft.empty, text }))}
      />
      <PausedTextField
        label="Button"
        mayBeBlank
        value={screen.empty?.button ?? ''}
        onChange={(button) =>
          change(
            (draft) =>
              void (draft.empty = {
                text: draft.empty?.text ?? `There are no ${draft.name.toLowerCase()} yet.`,
                ...(button ? { button } : {}),
              }),
          )
        }
      />
    </Section>
  );
}
