import type { Frame } from '@/core/model';
import { screensOf } from '@/core/plan';
import { ChoiceField, SelectField, Sheet, SwitchField, Text } from '@/ui';
import { useApp } from '../useApp';
import { useEdit } from '../useEdit';

/** Where the app starts, and what stays in reach wherever one is. */
export function FrameSheet({ onClose }: { onClose: () => void }) {
  const { definition } = useApp().state;
  const edit = useEdit();
  const { startId, frame, list } = screensOf(definition);
  const standalone = list.filter(({ kind }) => kind !== 'record' && kind !== 'form');
  const setFrame = (next: Frame | null) => edit.mutate({ edit: { kind: 'setFrame', frame: next } });
  const chosen = frame?.screenIds ?? [];
  const toggle = (id: string) => {
    const next = chosen.includes(id) ? chosen.filter((each) => each !== id) : [...chosen, id];
    if (frame && next.length > 0) setFrame({ ...frame, screenIds: next });
  };
  const most = frame?.kind === 'tabs' ? 5 : 12;
  return (
    <Sheet title="Start and frame" onClose={onClose}>
      <SelectField
        label="The app starts with"
        options={standalone.map(({ id, name }) => ({ value: id, label: name }))}
        value={startId}
        onChange={(screenId) => edit.mutate({ edit: { kind: 'setStart', screenId } })}
      />
      <ChoiceField
        label="Always in reach"
        choices={[
          { value: 'none', label: 'Nothing' },
          { value: 'tabs', label: 'Tabs at the foot' },
          { value: 'menu', label: 'A menu' },
        ]}
        value={frame?.kind ?? 'none'}
        onChange={(kind) =>
          setFrame(
            kind === 'none'
              ? null
              : {
                  kind,
                  screenIds: (chosen.length > 0
                    ? chosen
                    : [
                        startId,
                        ...standalone
                          .map(({ id }) => id)
                          .filter((id) => id !== startId)
                          .slice(0, 2),
                      ]
                  ).slice(0, kind === 'tabs' ? 5 : 12),
                },
          )
        }
      />
      {frame ? (
        <>
          <Text look="soft">
            {frame.kind === 'tabs' ? 'Up to five screens, in the order that you choose them.' : 'Up to twelve screens.'}
          </Text>
          {standalone.map(({ id, name }) => (
            <SwitchField
              key={id}
              label={name}
              value={chosen.includes(id)}
              onChange={() => (chosen.includes(id) || chosen.length < most ? toggle(id) : undefined)}
            />
          ))}
        </>
      ) : null}
    </Sheet>
  );
}
