import Search from 'lucide-react-native/icons/search';
import Video from 'lucide-react-native/icons/video';
import VideoOff from 'lucide-react-native/icons/video-off';
import { useContext, useState } from 'react';
import { ScrollView, TextInput, View } from 'react-native';
import { Text } from '../base/Text';
import { type Linked, tableOf, useKit } from '../base/context';
import { IconButton, TopBar } from '../base/parts';
import { useColors } from '../base/theme';
import { useParent } from '../data/useParent';
import { useLinkedRecord } from '../data/useRows';
import { inputClass } from '../fields/fieldProps';
import { ActionSheet } from '../rows/ActionSheet';
import { NothingFound } from '../rows/NothingFound';
import { CameraView, hasCamera } from '../scanning/CameraView';
import { CodeButton } from '../scanning/CodeButton';
import { SaveList } from '../scanning/SaveList';
import { WorkingItems } from '../scanning/WorkingItems';
import { OnTopContext } from '../scanning/scans';
import { type Said, useHeard } from '../scanning/useHeard';
import { useWorkingList } from '../scanning/useWorkingList';
import type { CompiledScreenOf } from '@/core/compiled';

/** Looks codes up as they come: from a hand scanner whatever has focus, from a photo, or typed. */
export function ScanScreen({ screen, linked }: { screen: CompiledScreenOf<'scan'>; linked?: Linked }) {
  const { app, attachments } = useKit();
  const { scan } = screen;
  const list = useWorkingList(screen.id, linked, scan.found.kind === 'collect' && scan.found.leaving === 'clear');
  const parentId = useParent(scan.collect, linked);
  const owner = useLinkedRecord(tableOf(app, scan.collect?.tableId ?? '') ?? { columns: [] }, linked);
  const { hear, take, said, setSaid, missing, setMissing, several, setSeveral } = useHeard(scan, list);
  const [watching, setWatching] = useState(false);
  const onTop = useContext(OnTopContext);
  const wanted = [...new Set(scan.places.map(({ recordName }) => recordName.toLowerCase()))].join(' or ');
  return (
    <View className="flex-1 bg-app-ground">
      <TopBar
        title={screen.name}
        detail={owner ? `${owner.name} · scan the code of a ${wanted}` : `Scan the code of a ${wanted}`}
      >
        {hasCamera(attachments.codes) ? (
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
        <TypedCode onCode={hear} />
        {watching && onTop ? (
          <CameraView
            onCode={hear}
            onProblem={(text) => {
              setWatching(false);
              setSaid({ text, tone: 'problem' });
            }}
          />
        ) : null}
        {said ? <SaidNote {...said} /> : null}
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

/** A field for a code that is typed. */
function TypedCode({ onCode }: { onCode: (code: string) => void }) {
  const [typed, setTyped] = useState('');
  const colors = useColors();
  const enter = () => {
    const code = typed.trim();
    if (code === '') return;
    setTyped('');
    onCode(code);
  };
  return (
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
  );
}

function SaidNote({ text, tone }: Said) {
  const isProblem = tone === 'problem';
  return (
    <View
      role={isProblem ? 'alert' : 'status'}
      className={`rounded-app px-4 py-3 ${isProblem ? 'bg-app-card' : 'bg-app-tint'}`}
    >
      <Text className={`font-medium text-[16px] leading-6 ${isProblem ? 'text-app-danger' : 'text-app-ink'}`}>
        {text}
      </Text>
    </View>
  );
}
