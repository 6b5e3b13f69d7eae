import { useMemo, useState } from 'react';
import { View } from 'react-native';
import {
  type Choices,
  type Clipping,
  coming,
  type Coming,
  type Need,
  parseClipping,
  paste,
  type Paste,
} from '@/core/clip';
import type { Definition } from '@/core/model';
import { screensOf } from '@/core/plan';
import { describeProblem, toProblem } from '@/core/problem';
import { Button, Callout, Picker, Sheet, Text, TextField } from '@/ui';
import { newId } from '../newId';

interface PasteSheetProps {
  /** What the clipboard held; where that is nothing of ours, it is asked for. */
  text: string;
  /** The app that it comes into. */
  app: Definition;
  /** Where columns or parts would come in by default: the table or the screen that is open. */
  at?: string | undefined;
  /** While it is on its way: a second tap would paste it twice. */
  busy: boolean;
  onPaste: (clipping: Clipping, pasted: Paste, into: string | null) => void;
  onClose: () => void;
}

/** What was copied comes into an app: what it needs is shown, and what becomes of each is chosen. */
export function PasteSheet(props: PasteSheetProps) {
  const [typed, setTyped] = useState('');
  const read = useMemo(() => readClipping(typed || props.text), [typed, props.text]);
  if (read.clipping) return <Landing key={typed} {...props} clipping={read.clipping} />;
  return (
    <Sheet title="Paste" onClose={props.onClose}>
      <Text look="body">
        The clipboard holds nothing that was copied in Fern Shelf, or the browser keeps it to itself. A table, a column,
        a screen, a part of one, a query or a routine is copied by “Copy” in its menu, or by its keys while it is open.
      </Text>
      <TextField
        label="What was copied"
        help="Hold a finger here, or press the keys for pasting."
        multiline
        value={typed}
        onChangeText={setTyped}
        fault={typed === '' ? null : read.fault}
      />
    </Sheet>
  );
}

function readClipping(text: string): { clipping: Clipping | null; fault: string } {
  try {
    return { clipping: parseClipping(text), fault: 'This was not copied in Fern Shelf.' };
  } catch (error) {
    return { clipping: null, fault: describeProblem(toProblem(error)).what };
  }
}

/** Where something can come in; null for what stands by itself. */
function places(
  app: Definition,
  { item, definition }: Clipping,
): { label: string; of: { id: string; name: string }[] } | null {
  if (item.kind === 'columns') return { label: 'Into the table', of: app.tables };
  if (item.kind !== 'parts') return null;
  const kind = definition.screens?.list.find(({ id }) => id === item.screenId)?.kind;
  return { label: 'Into the screen', of: screensOf(app).list.filter((screen) => screen.kind === kind) };
}

function Landing({ clipping, app, at, busy, onPaste, onClose }: PasteSheetProps & { clipping: Clipping }) {
  const place = places(app, clipping);
  const [into, setInto] = useState(place?.of.find(({ id }) => id === at)?.id ?? place?.of[0]?.id ?? null);
  const [choices, setChoices] = useState<Choices>({});
  const [pasteFault, setFault] = useState<string | null>(null);
  const landing = useMemo(() => landingOf(app, clipping, choices, into), [app, clipping, choices, into]);
  const nowhere = place !== null && into === null;
  const fault = pasteFault ?? landing.fault;
  const put = () => {
    try {
      onPaste(clipping, paste(app, clipping, newId, choices, into), into);
    } catch (error) {
      setFault(describeProblem(toProblem(error)).what);
    }
  };
  return (
    <Sheet
      title={`Paste ${clipping.what}`}
      onClose={onClose}
      foot={
        <>
          <Button label="Cancel" onPress={onClose} />
          <Button kind="main" label="Paste" disabled={busy || nowhere || landing.fault !== null} onPress={put} />
        </>
      }
    >
      {place && into !== null ? (
        <Picker
          label={place.label}
          options={place.of.map(({ id, name }) => ({ value: id, label: name }))}
          value={into}
          onChange={(next) => (setInto(next), setFault(null))}
        />
      ) : null}
      {nowhere ? <Callout tone="amber">This app has no screen of that kind yet. Add one first.</Callout> : null}
      <Needs
        coming={landing.coming}
        onChoose={(id, choice) => (setChoices({ ...choices, [id]: choice }), setFault(null))}
      />
      {fault ? <Callout tone="rust">{fault}</Callout> : null}
    </Sheet>
  );
}

function landingOf(app: Definition, clipping: Clipping, choices: Choices, into: string | null) {
  try {
    return { coming: coming(app, clipping, choices, into), fault: null };
  } catch (error) {
    return { coming: null, fault: describeProblem(toProblem(error)).what };
  }
}

const kindWords: Record<Need['kind'], string> = {
  table: 'The table',
  query: 'The query',
  routine: 'The routine',
  screen: 'The screen',
};

function Needs({
  coming: all,
  onChoose,
}: {
  coming: Coming | null;
  onChoose: (id: string, choice: Need['choice']) => void;
}) {
  if (!all) return null;
  return (
    <View className="gap-4">
      <Text look="body">
        {all.needs.length === 0
          ? 'It needs nothing else, and comes in under a name that is free here. Rows stay where they are.'
          : 'It needs the following. What this app has under the same name is used; the rest comes along. Rows stay where they are.'}
      </Text>
      {all.needs.map((need) => (
        <Picker
          key={need.id}
          label={`${kindWords[need.kind]} ${need.name}`}
          options={optionsOf(need)}
          value={valueOf(need.choice)}
          onChange={(value) => onChoose(need.id, choiceOf(value))}
        />
      ))}
      {all.columns.map(({ table, names }) => (
        <Text key={table} look="body">
          {`${table} is given ${names.length === 1 ? 'the column' : 'the columns'} ${names.join(', ')}: blank in the rows that are there, and not required.`}
        </Text>
      ))}
    </View>
  );
}

const BRING = 'bring';
const OUT = 'out';
/** Before the id of one of the app's own. */
const USE = 'use ';

const valueOf = (choice: Need['choice']): string => (typeof choice === 'string' ? choice : `${USE}${choice.use}`);

const choiceOf = (value: string): Need['choice'] =>
  value === BRING || value === OUT ? value : { use: value.slice(USE.length) };

const optionsOf = ({ own, canGo }: Need) => [
  { value: BRING, label: 'Comes along' },
  ...own.map(({ id, name }) => ({ value: `${USE}${id}`, label: `${name}, which is here` })),
  ...(canGo ? [{ value: OUT, label: 'Left out, with what shows it' }] : []),
];
