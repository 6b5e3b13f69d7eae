import { Command as Palette } from 'cmdk';
import CircleHelp from 'lucide-react-native/icons/circle-question-mark';
import CornerDownLeft from 'lucide-react-native/icons/corner-down-left';
import FileText from 'lucide-react-native/icons/file-text';
import type { LucideIcon } from 'lucide-react-native';
import { useMemo, useState } from 'react';
import { wayTo } from '@/core/compiled';
import { color, Icon, useWide } from '@/ui';
import { allThings, rankedThings, type Thing, useOpen } from '../address';
import { useBench } from '../client';
import { openHelp } from '../help';
import { helpPlaces, useHelpPages } from '../help/pages';
import { useApp } from '../useApp';
import type { Command } from './command';
import { keysShown } from './keys';
import { thingIcon } from './thingIcons';
import { type FoundRecord, useFoundRecords } from './useFoundRecords';

const MOST_THINGS = 12;
const MOST_COMMANDS = 6;
const MOST_HELP = 4;

/** Finds whatever the app has by its name, records too, and everything that can be done. */
export function GoTo({ commands, onClose }: { commands: readonly Command[]; onClose: () => void }) {
  const { state } = useApp();
  const { open } = useOpen();
  const [asked, setAsked] = useState('');
  const things = useMemo(() => allThings(state.definition, state.releases), [state.definition, state.releases]);
  const found = useMemo(() => rankedThings(things, asked, MOST_THINGS), [things, asked]);
  const doings = useMemo(
    () =>
      rankedThings(
        commands.map((command) => ({ ...command, group: '' })),
        asked,
        MOST_COMMANDS,
      ),
    [commands, asked],
  );
  const pages = useHelpPages().data;
  const helping = useMemo(
    () => (asked.trim() === '' ? [] : rankedThings(helpPlaces(pages ?? []), asked, MOST_HELP)),
    [pages, asked],
  );
  const records = useFoundRecords(asked);
  const showRecord = useShowRecord();
  const choose = (act: () => void) => () => {
    onClose();
    act();
  };
  return (
    <Palette.Dialog
      open
      onOpenChange={(isOpen) => !isOpen && onClose()}
      label="Go anywhere"
      shouldFilter={false}
      loop
      overlayClassName="goto-ground"
      contentClassName="goto"
    >
      <Palette.Input
        value={asked}
        onValueChange={setAsked}
        className="picker-input"
        placeholder="A table, screen, record, command…"
        aria-label="Go anywhere"
      />
      <Palette.List className="picker-list goto-list" label="What was found">
        <Palette.Empty className="picker-empty">Nothing is called that.</Palette.Empty>
        <Things things={found} onOpen={(thing) => choose(() => open(thing.address))()} />
        {records.length > 0 ? (
          <Palette.Group heading="Records">
            {records.map((record) => (
              <Line
                key={`${record.tableId} ${record.id}`}
                id={`record ${record.tableId} ${record.id}`}
                icon={FileText}
                name={record.name}
                hint={record.table}
                onChoose={choose(() => showRecord(record))}
              />
            ))}
          </Palette.Group>
        ) : null}
        {helping.length > 0 ? (
          <Palette.Group heading="Help">
            {helping.map(({ page, heading, name, group }) => (
              <Line
                key={`${page} ${heading ?? ''}`}
                id={`help ${page} ${heading ?? ''}`}
                icon={CircleHelp}
                name={name}
                hint={group ? `help on ${group.toLowerCase()}` : 'help'}
                onChoose={choose(() => openHelp(page, heading))}
              />
            ))}
          </Palette.Group>
        ) : null}
        {doings.length > 0 ? (
          <Palette.Group heading="To do">
            {doings.map(({ name, keys, run }) => (
              <Line
                key={name}
                id={`do ${name}`}
                icon={CornerDownLeft}
                name={name}
                hint={keys ? keysShown(keys) : ''}
                onChoose={choose(run)}
              />
            ))}
          </Palette.Group>
        ) : null}
      </Palette.List>
    </Palette.Dialog>
  );
}

function Things({ things, onOpen }: { things: readonly Thing[]; onOpen: (thing: Thing) => void }) {
  return things.map((thing) => {
    const { room, id = '', part } = thing.address;
    return (
      <Line
        key={`${room} ${id} ${part?.id ?? ''}`}
        id={`${room} ${id} ${part?.id ?? ''}`}
        icon={thingIcon(thing)}
        name={thing.name}
        hint={hintOf(thing)}
        onChoose={() => onOpen(thing)}
      />
    );
  });
}

const kindWords: Record<Thing['kind'], string> = {
  room: '',
  table: 'table',
  column: 'column',
  screen: 'screen',
  query: 'query',
  routine: 'routine',
  release: 'release',
};

const hintOf = ({ kind, group }: Thing): string =>
  kind === 'column' ? `column of ${group}` : kind === 'screen' ? `screen, ${group}` : kindWords[kind];

function Line({
  id,
  icon,
  name,
  hint,
  onChoose,
}: {
  id: string;
  icon: LucideIcon;
  name: string;
  hint: string;
  onChoose: () => void;
}) {
  return (
    <Palette.Item value={id} onSelect={onChoose} className="picker-item" aria-label={hint ? `${name}, ${hint}` : name}>
      <Icon of={icon} size={18} color={color('fern')} />
      <span className="picker-name">{name}</span>
      {hint ? <span className="picker-hint">{hint}</span> : null}
    </Palette.Item>
  );
}

/** Shows a record in the phone, on the way that leads to it; on a small screen the phone is gone to. */
function useShowRecord() {
  const { compiled } = useApp();
  const { open } = useOpen();
  const wide = useWide();
  return ({ tableId, id }: FoundRecord) => {
    const list = wayTo(compiled, 'list', tableId);
    const record = wayTo(compiled, 'record', tableId);
    if (!record) return;
    useBench.setState({
      way: [
        { screenId: compiled.startId },
        ...(list && list !== compiled.startId ? [{ screenId: list }] : []),
        { screenId: record, recordId: id },
      ],
      notices: [],
    });
    if (!wide) open({ room: 'run' });
  };
}
