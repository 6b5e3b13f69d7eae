import { Pressable, View } from 'react-native';
import { accents, appSymbols, type Theme } from '@/core/model';
import { accentColors, menuIcons } from '@/kit';
import { ChoiceField, color, Sheet, Text } from '@/ui';
import { PausedTextField } from '../PausedTextField';
import { definitionNow, useApp } from '../useApp';
import { useEdit } from '../useEdit';

/** How the built app looks: its name, icon, colours, corners and density. */
export function LookSheet({ onClose }: { onClose: () => void }) {
  const { appId, state } = useApp();
  const { theme, name } = state.definition;
  const edit = useEdit();
  const set = (change: Partial<Theme>) =>
    edit.mutate({ edit: { kind: 'setTheme', theme: { ...definitionNow(appId, state.definition).theme, ...change } } });
  const { icon } = theme;
  return (
    <Sheet title="Look of the app" onClose={onClose}>
      <PausedTextField
        label="Name of the app"
        value={name}
        maxLength={80}
        onChange={(next) => edit.mutate({ edit: { kind: 'renameApp', name: next } })}
      />
      <View className="gap-1.5">
        <Text look="strong">Colour</Text>
        <View role="radiogroup" aria-label="Theme colour" className="flex-row flex-wrap gap-2">
          {accents.map((accent) => (
            <Pressable
              key={accent}
              role="radio"
              aria-label={accentColors[accent].name}
              aria-checked={accent === theme.accent}
              onPress={() => set({ accent })}
              className={`h-11 w-11 rounded-full border-4 ${accent === theme.accent ? 'border-ink' : 'border-paper'}`}
              style={{ backgroundColor: `rgb(${accentColors[accent].accent})` }}
            />
          ))}
        </View>
      </View>
      <ChoiceField
        label="Light or dark"
        choices={[
          { value: 'light', label: 'Light' },
          { value: 'dark', label: 'Dark' },
          { value: 'system', label: 'As the phone' },
        ]}
        value={theme.scheme ?? 'light'}
        onChange={(scheme) => set({ scheme })}
      />
      <ChoiceField
        label="Corners"
        choices={[
          { value: 'square', label: 'Square' },
          { value: 'soft', label: 'Soft' },
          { value: 'round', label: 'Round' },
        ]}
        value={theme.corner ?? 'soft'}
        onChange={(corner) => set({ corner })}
      />
      <ChoiceField
        label="Density"
        choices={[
          { value: 'compact', label: 'Compact' },
          { value: 'normal', label: 'Normal' },
          { value: 'roomy', label: 'Roomy' },
        ]}
        value={theme.density ?? 'normal'}
        onChange={(density) => set({ density })}
      />
      <ChoiceField
        label="Icon"
        choices={[
          { value: 'letters', label: 'Letters' },
          { value: 'symbol', label: 'A symbol' },
        ]}
        value={icon?.kind ?? 'letters'}
        onChange={(kind) =>
          set({ icon: kind === 'letters' ? { kind, text: name.slice(0, 1).toUpperCase() } : { kind, name: 'leaf' } })
        }
      />
      {icon?.kind === 'symbol' ? (
        <View role="radiogroup" aria-label="Symbol" className="flex-row flex-wrap gap-2">
          {appSymbols.map((symbol) => {
            const Icon = menuIcons[symbol];
            const chosen = icon.name === symbol;
            return (
              <Pressable
                key={symbol}
                role="radio"
                aria-label={symbol}
                aria-checked={chosen}
                onPress={() => set({ icon: { kind: 'symbol', name: symbol } })}
                className={[
                  'h-12 w-12 items-center justify-center rounded-lg border',
                  chosen ? 'border-fern bg-fern-tint' : 'border-stem bg-leaf',
                ].join(' ')}
              >
                <Icon size={24} color={color(chosen ? 'fern' : 'ink')} />
              </Pressable>
            );
          })}
        </View>
      ) : (
        <PausedTextField
          label="Letters of the icon"
          maxLength={3}
          value={icon?.kind === 'letters' ? icon.text : name.slice(0, 1).toUpperCase()}
          onChange={(text) => set({ icon: { kind: 'letters', text } })}
        />
      )}
    </Sheet>
  );
}
