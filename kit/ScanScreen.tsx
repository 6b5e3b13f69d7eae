import Camera from 'lucide-react-native/icons/camera';
import Search from 'lucide-react-native/icons/search';
import Video from 'lucide-react-native/icons/video';
import VideoOff from 'lucide-react-native/icons/video-off';
import { useContext, useRef, useState } from 'react';
import { ScrollView, TextInput, View } from 'react-native';
import { type CompiledScan, type CompiledScreenOf } from '@/core/compile';
import { initialValue, paramOf } from '@/core/definition';
import { describeProblem, toProblem } from '@/core/problem';
import { ActionSheet } from './ActionSheet';
import { CameraView, hasCamera } from './CameraView';
import { type Linked, tableOf, useKit } from './context';
import { inputClass } from './FieldInput';
import { NothingFound } from './NothingFound';
import { ActionButton, IconButton, TopBar } from './parts';
import { ScannedItems } from './ScannedItems';
import { type Match, OnTopContext, useLookUp, useScans } from './scans';
import { Text } from './Text';
import { useColors } from './theme';
import { useScanned } from './useScanned';
import { countedRecords } from './useWrites';
import { useRoutine } from './WithRoutines';

/** What came of the last scan. */
interface Said {
  text: string;
  tone: 'found' | 'problem';
}

/** Looks codes up as they come: from a hand scanner whatever has focus, from a photo, or typed. */
export function ScanScreen({ screen, linked }: { screen: CompiledScreenOf<'scan'>; linked?: Linked }) {
  const { attachments, cue, settings } = useKit();
  const { scan } = screen;
  const { found } = scan;
  // What is collected for one record is apart from what is for another.
  const list = useScanned(linked ? `${screen.id}/${linked.recordId}` : screen.id, found.kind === 'collect' && found.leaving === 'clear');
  const lookUp = useLookUp();
  const act = useFound(scan, list.add);
  const [said, setSaid] = useState<Said | null>(null);
  const [missing, setMissing] = useState<{ code: string; fault: string | null } | null>(null);
  const [several, setSeveral] = useState<{ code: string; matches: Match[] } | null>(null);
  const [typed, setTyped] = useState('');
  const colors = useColors();
  const by = { sound: settings.scanSound === 'on', vibration: settings.scanVibration === 'on' };

  const take = async (code: string, match: Match) => {
    cue('found', by);
    const { text, ran } = act(code, match);
    setSaid({ text, tone: 'found' });
    await ran;
  };
  // Scans have their turn one after another, in the order in which they came.
  const turn = useRef<Promise<void>>(Promise.resolve());
  const hear = (code: string) => {
    turn.current = turn.current.then(async () => {
      setMissing(null);
      setSeveral(null);
      try {
        await list.whenRead();
        const { matches, fault } = await lookUp(scan.places, code);
        const [match] = matches;
        if (match && matches.length === 1) return await take(code, match);
        cue(match ? 'several' : 'none', by);
        if (match) setSeveral({ code, matches });
        else setMissing({ code, fault });
        setSaid(null);
      } catch (error) {
        cue('none', by);
        setSaid({ text: describeProblem(toProblem(error)).what, tone: 'problem' });
      }
    });
  };
  useScans(hear);

  const enter = () => {
    const code = typed.trim();
    if (code === '') return;
    setTyped('');
    hear(code);
  };
  const [watching, setWatching] = useState(false);
  const onTop = useContext(OnTopContext);
  const [reading, setReading] = useState(false);
  const fromPhoto = async () => {
    if (reading) return;
    setReading(true);
    try {
      const read = await attachments.readCode();
      if (read?.code) hear(read.code);
      else if (read) setSaid({ text: 'No code was found in this picture. Take it from nearer, or type the code.', tone: 'problem' });
    } catch (error) {
      const { what, todo } = describeProblem(toProblem(error));
      setSaid({ text: `${what} ${todo}`, tone: 'problem' });
    } finally {
      setReading(false);
    }
  };
  const wanted = [...new Set(scan.places.map(({ recordName }) => recordName.toLowerCase()))].join(' or ');
  return (
    <View className="flex-1 bg-app-ground">
      <TopBar title={screen.name} detail={`Scan the code of a ${wanted}`}>
        {hasCamera() ? <IconButton icon={watching ? VideoOff : Video} label={watching ? 'Put the camera away' : 'Scan with the camera'} tone="accent" onPress={() => setWatching(!watching)} /> : null}
        <IconButton icon={Camera} label={reading ? 'Reading the picture' : 'Read a code from a picture'} tone="accent" onPress={() => void fromPhoto()} />
      </TopBar>
      <ScrollView keyboardShouldPersistTaps="handled" contentContainerClassName="gap-4 p-4">
        <View className="flex-row items-center gap-2">
          <TextInput aria-label="Code" placeholder="Or type the code" placeholderTextColor={colors.soft} value={typed} onChangeText={setTyped} onSubmitEditing={enter} autoCapitalize="none" autoCorrect={false} className={`min-w-0 flex-1 border-app-line ${inputClass}`} />
          <IconButton icon={Search} label="Look up the code" tone="accent" onPress={enter} />
        </View>
        {watching && onTop ? (
          <CameraView
            onCode={hear}
            onProblem={(text) => {
              setWatching(false);
              setSaid({ text, tone: 'problem' });
            }}
          />
        ) : null}
        {said ? (
          <View role={said.tone === 'problem' ? 'alert' : 'status'} className={`rounded-app px-4 py-3 ${said.tone === 'problem' ? 'bg-app-card' : 'bg-app-tint'}`}>
            <Text className={`font-medium text-[16px] leading-6 ${said.tone === 'problem' ? 'text-app-danger' : 'text-app-ink'}`}>{said.text}</Text>
          </View>
        ) : null}
        {missing ? <NothingFound key={missing.code} scan={scan} code={missing.code} fault={missing.fault} onDone={() => setMissing(null)} /> : null}
        {!said && !missing && list.items.length === 0 ? <Text className="font-sans text-[16px] leading-6 text-app-soft">{scan.note ?? 'A hand scanner is heard whatever is in focus. A picture of a code, or its digits, will do as well.'}</Text> : null}
        {scan.continuous && list.items.length > 0 ? <ScannedItems items={list.items} saved={list.saved} onRemove={list.remove} onClear={list.clear} /> : null}
      </ScrollView>
      {scan.collect ? <SaveFoot collect={scan.collect} list={list} linked={linked} onSaid={setSaid} /> : null}
      {several ? <ActionSheet title={`${several.matches.length} have the code ${several.code}`} onClose={() => setSeveral(null)} actions={several.matches.map((match) => ({ label: scan.places.length > 1 ? `${match.recordName} ${match.name}` : match.name, onPress: () => void take(several.code, match) }))} /> : null}
    </View>
  );
}

/** Does with a found record what the screen asks, and tells what that was. */
function useFound(scan: CompiledScan, add: ReturnType<typeof useScanned>['add']): (code: string, match: Match) => { text: string; ran?: Promise<void> } {
  const { app, navigation } = useKit();
  const run = useRoutine();
  return (code, { tableId, recordName, id, name }) => {
    const wasThere = scan.continuous ? add({ code, tableId, id, name }, scan.repeats) : false;
    if (wasThere && scan.repeats === 'ignore') return { text: `${recordName} ${name} was scanned already.` };
    switch (scan.found.kind) {
      case 'open': {
        const screenId = scan.continuous ? null : app.wayTo('record', tableId);
        if (screenId) navigation.go({ screenId, recordId: id });
        break;
      }
      case 'routine':
        // The next scan has its turn when this one is done: a routine that is under way takes no other.
        return { text: `${recordName} ${name}`, ran: run(scan.found.routineId, id) };
      case 'collect':
        break;
    }
    return { text: `${recordName} ${name}` };
  };
}

/** Saves the list as records, once: in one transaction, and then it is done. There is nothing to press while there is nothing to save. */
function SaveFoot({ collect, list, linked, onSaid }: { collect: NonNullable<CompiledScan['collect']>; list: ReturnType<typeof useScanned>; linked: Linked | undefined; onSaid: (said: Said | null) => void }) {
  const { app, database, notify, settings } = useKit();
  const table = tableOf(app, collect.tableId);
  const busy = useRef(false);
  const [saving, setSaving] = useState(false);
  const { items, saved } = list;
  if (!table || items.length === 0) return null;
  const counted = countedRecords(table, items.length);
  const save = async () => {
    if (busy.current || saved) return;
    busy.current = true;
    setSaving(true);
    try {
      const blank = Object.fromEntries(table.columns.map((column) => [column.identifier, paramOf(column, initialValue(column, settings.today))]));
      // Saved in the order in which they were scanned.
      const statements = [...items].reverse().map(({ id, count }) => ({
        sql: table.statements.insert.sql,
        params: { ...blank, [collect.linkIdentifier]: id, ...(collect.countIdentifier === null ? {} : { [collect.countIdentifier]: count }), ...(collect.parent && linked ? { [collect.parent.identifier]: linked.recordId } : {}) },
        table: table.identifier,
        mustChange: table.statements.same === null,
      }));
      const ripple = await database.write({ verb: `Saved ${counted}`, statements });
      list.setSaved(true);
      onSaid(null);
      notify({ text: [ripple.label, ...(ripple.news?.messages ?? [])].join('. '), tone: 'done', undoSeq: ripple.seq });
    } catch (error) {
      const { what, todo } = describeProblem(toProblem(error));
      onSaid({ text: `${what} Nothing was saved; the list is still here. ${todo}`, tone: 'problem' });
    } finally {
      busy.current = false;
      setSaving(false);
    }
  };
  return (
    <View className="gap-2 border-t border-app-line bg-app-card p-3">
      <ActionButton label={saved ? `Saved ${counted}` : saving ? 'Saving…' : `Save ${counted}`} disabled={saved || saving} onPress={() => void save()} />
      {saved ? (
        <View className="flex-row flex-wrap gap-2">
          <ActionButton kind="plain" label="Begin a new list" onPress={list.clear} />
          <ActionButton kind="plain" label="Change it and save again" onPress={() => list.setSaved(false)} />
        </View>
      ) : null}
    </View>
  );
}
