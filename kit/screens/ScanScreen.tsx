import Search from 'lucide-react-native/icons/search';
import Video from 'lucide-react-native/icons/video';
import VideoOff from 'lucide-react-native/icons/video-off';
import { useContext, useRef, useState } from 'react';
import { ScrollView, TextInput, View } from 'react-native';
import { type CompiledScan, type CompiledScreenOf, wayTo } from '@/core/compile';
import { describeProblem, toProblem } from '@/core/problem';
import { ActionSheet } from '../rows/ActionSheet';
import { CameraView, hasCamera } from '../scanning/CameraView';
import { CodeButton } from '../scanning/CodeButton';
import { type Linked, tableOf, useKit } from '../base/context';
import { inputClass } from '../fields/fieldProps';
import { NothingFound } from '../rows/NothingFound';
import { IconButton, TopBar } from '../base/parts';
import { SaveList } from '../scanning/SaveList';
import { type Match, OnTopContext, useLookUp, useScans } from '../scanning/scans';
import { Text } from '../base/Text';
import { useColors } from '../base/theme';
import { useParent } from '../data/useParent';
import { useLinkedRecord } from '../data/useRows';
import { useWorkingList, type WorkingList } from '../scanning/useWorkingList';
import { WorkingItems } from '../scanning/WorkingItems';
import { useRoutine } from '../routines/WithRoutines';

/** What came of the last scan. */
interface Said {
  text: string;
  tone: 'found' | 'problem';
}

/** Looks codes up as they come: from a hand scanner whatever has focus, from a photo, or typed. */
export function ScanScreen({ screen, linked }: { screen: CompiledScreenOf<'scan'>; linked?: Linked }) {
  const { app, cue, settings } = useKit();
  const { scan } = screen;
  const { found } = scan;
  const list = useWorkingList(screen.id, linked, found.kind === 'collect' && found.leaving === 'clear');
  const parentId = useParent(scan.collect, linked);
  const owner = useLinkedRecord(tableOf(app, scan.collect?.tableId ?? '') ?? { columns: [] }, linked);
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
  const wanted = [...new Set(scan.places.map(({ recordName }) => recordName.toLowerCase()))].join(' or ');
  return (
    <View className="flex-1 bg-app-ground">
      <TopBar
        title={screen.name}
        detail={owner ? `${owner.name} · scan the code of a ${wanted}` : `Scan the code of a ${wanted}`}
      >
        {hasCamera() ? (
          <IconButton
            icon={watching ? VideoOff : Video}
            label={watching ? 'Put the camera away' : 'Scan with the camera'}
            tone="accent"
            onPress={() => setWatching(!watching)}
          />
        ) : null}
        <CodeButton
          name="a code"
          onCode={hear}
          onSaid={(text) => setSaid(text === '' ? null : { text, tone: 'problem' })}
        />
      </TopBar>
      <ScrollView keyboardShouldPersistTaps="handled" contentContainerClassName="gap-4 p-4">
        <View className="flex-row items-center gap-2">
          <TextInput
            aria-label="Code"
            placeholder="Or type the code"
            placeholderTextColor={colors.soft}
            value={typed}
            onChangeText={setTyped}
            onSubmitEditing={enter}
            autoCapitalize="none"
            autoCorrect={false}
            className={`min-w-0 flex-1 border-app-line ${inputClass}`}
          />
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
          <View
            role={said.tone === 'problem' ? 'alert' : 'status'}
            className={`rounded-app px-4 py-3 ${said.tone === 'problem' ? 'bg-app-card' : 'bg-app-tint'}`}
          >
            <Text
              className={`font-medium text-[16px] leading-6 ${said.tone === 'problem' ? 'text-app-danger' : 'text-app-ink'}`}
            >
              {said.text}
            </Text>
          </View>
        ) : null}
        {missing ? (
          <NothingFound
            key={missing.code}
            scan={scan}
            code={missing.code}
            fault={missing.fault}
            onDone={() => setMissing(null)}
          />
        ) : null}
        {!said && !missing && list.items.length === 0 ? (
          <Text className="font-sans text-[16px] leading-6 text-app-soft">
            {scan.note ??
              'A hand scanner is heard whatever is in focus. A picture of a code, or its digits, will do as well.'}
          </Text>
        ) : null}
        {scan.continuous && list.items.length > 0 ? (
          <WorkingItems
            list={list}
            verb="scanned"
            counts={scan.collect !== null && scan.collect.countIdentifier !== null}
          />
        ) : null}
      </ScrollView>
      {scan.collect ? <SaveList collect={scan.collect} list={list} parentId={parentId} /> : null}
      {several ? (
        <ActionSheet
          title={`${several.matches.length} have the code ${several.code}`}
          onClose={() => setSeveral(null)}
          actions={several.matches.map((match) => ({
            label: scan.places.length > 1 ? `${match.recordName} ${match.name}` : match.name,
            onPress: () => void take(several.code, match),
          }))}
        />
      ) : null}
    </View>
  );
}

/** Does with a found record what the screen asks, and tells what that was. */
function useFound(
  scan: CompiledScan,
  add: WorkingList['add'],
): (code: string, match: Match) => { text: string; ran?: Promise<boolean> } {
  const { app, navigation } = useKit();
  const run = useRoutine();
  return (code, { tableId, recordName, id, name }) => {
    const wasThere = scan.continuous ? add({ code, tableId, id, name }, scan.repeats) : false;
    if (wasThere && scan.repeats === 'ignore') return { text: `${recordName} ${name} was scanned already.` };
    switch (scan.found.kind) {
      case 'open': {
        const screenId = scan.continuous ? null : wayTo(app, 'record', tableId);
        if (screenId) navigation.go({ screenId, recordId: id });
        break;
      }
      case 'routine':
        // The next scan has its turn when this one is done: a routine that is under way takes no other.
        return { text: `${recordName} ${name}`, ran: run(scan.found.routineId, [id]) };
      case 'collect':
        break;
    }
    return { text: `${recordName} ${name}` };
  };
}
