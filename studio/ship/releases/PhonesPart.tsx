import ArrowUpFromLine from 'lucide-react-native/icons/arrow-up-from-line';
import GitCompareArrows from 'lucide-react-native/icons/git-compare-arrows';
import Pencil from 'lucide-react-native/icons/pencil';
import Play from 'lucide-react-native/icons/play';
import Plus from 'lucide-react-native/icons/plus';
import Trash from 'lucide-react-native/icons/trash';
import { useState } from 'react';
import { View } from 'react-native';
import { Button, Text, Toolbar, useWide } from '@/ui';
import type { KeptPhone } from '@/worker';
import { useOpen } from '../../address';
import { useBench } from '../../client';
import { queryClient } from '../../queries';
import { counted } from '../../counted';
import { putOnBench } from '../../run/BenchApp';
import { say } from '../../Toasts';
import { useAct, useApp } from '../../useApp';
import { phonesKey } from '../../workspace/pulled';
import { ComparePhoneSheet } from './ComparePhoneSheet';
import { KeepPhoneSheet } from './KeepPhoneSheet';
import { RenamePhoneSheet } from './RenamePhoneSheet';
import { UpdatePhoneSheet } from './UpdatePhoneSheet';
import { usePhones } from './usePhones';

/** The phones that are kept at a release; null: at a plan of some day. */
export function PhonesPart({ releaseId }: { releaseId: string | null }) {
  const phones = usePhones().filter((phone) => phone.releaseId === releaseId);
  const [keeping, setKeeping] = useState(false);
  if (releaseId === null && phones.length === 0) return null;
  return (
    <View role="region" aria-label="Phones" className="gap-3 border-t border-stem pt-5">
      <Text look="heading">Phones</Text>
      <Text look="body">
        {releaseId === null
          ? 'Phones that were updated to the plan of some day.'
          : 'Phones that have this release, each with rows of its own. They run on the bench, and every rehearsal tries them.'}
      </Text>
      {phones.length > 0 ? (
        <View role="list" aria-label="Kept phones" className="gap-2">
          {phones.map((phone) => (
            <Phone key={phone.id} phone={phone} />
          ))}
        </View>
      ) : null}
      {releaseId === null ? null : (
        <View className="items-start">
          <Button icon={Plus} label="Keep a phone" onPress={() => setKeeping(true)} />
        </View>
      )}
      {keeping && releaseId !== null ? (
        <KeepPhoneSheet releaseId={releaseId} onClose={() => setKeeping(false)} />
      ) : null}
    </View>
  );
}

type Doing = 'update' | 'compare' | 'rename';

function Phone({ phone }: { phone: KeptPhone }) {
  const { appId } = useApp();
  const act = useAct();
  const wide = useWide();
  const { open } = useOpen();
  const isOnBench = useBench((bench) => bench.phone === phone.id);
  const [doing, setDoing] = useState<Doing | null>(null);
  const again = () => void queryClient.invalidateQueries({ queryKey: phonesKey(appId) });
  const remove = async () => {
    if (isOnBench) putOnBench(null);
    const done = await act((api) => api.removePhone(phone.id).then(() => true));
    if (!done) return;
    again();
    const bringBack = () => void act((api) => api.bringBackApp(phone.id)).then(again);
    say({ text: `${phone.name} was removed.`, tone: 'done', action: { label: 'Undo', onPress: bringBack } });
  };
  const run = () => {
    putOnBench(phone.id);
    if (!wide) open({ room: 'run' });
  };
  const close = () => (setDoing(null), again());
  return (
    <View role="listitem" aria-label={phone.name} className="gap-1 rounded-xl border border-stem bg-leaf p-4">
      <Text look="strong">{phone.name}</Text>
      <Text look="soft">
        {`${counted(phone.rows, 'row', 'rows')}${phone.isPulled ? ' · out of a file: looked at, not written to' : ''}`}
      </Text>
      <Toolbar
        tools={[
          { icon: Play, label: isOnBench ? 'On the bench' : 'Run', disabled: isOnBench, onPress: run },
          ...(phone.releaseId === null
            ? []
            : [{ icon: ArrowUpFromLine, label: 'Update this phone', onPress: () => setDoing('update') }]),
        ]}
        more={[
          { icon: GitCompareArrows, label: 'Compare', onPress: () => setDoing('compare') },
          { icon: Pencil, label: 'Rename', onPress: () => setDoing('rename') },
          { icon: Trash, label: 'Remove', danger: true, onPress: () => void remove() },
        ]}
      />
      {doing === 'update' ? <UpdatePhoneSheet phone={phone} onClose={close} /> : null}
      {doing === 'compare' ? <ComparePhoneSheet phone={phone} onClose={close} /> : null}
      {doing === 'rename' ? <RenamePhoneSheet phone={phone} onClose={close} /> : null}
    </View>
  );
}
