import { useState } from 'react';
import { Button, SelectField, Sheet, SwitchField, Text, useWide } from '@/ui';
import type { KeptPhone } from '@/worker';
import { useOpen } from '../../address';
import { putOnBench } from '../../run/BenchApp';
import { say } from '../../Toasts';
import { useAct, useApp } from '../../useApp';

/** The plan of today, among releases. */
const TODAY = 'today';

/** Upgrades a kept phone on the bench: what was run shows as its ripple. */
export function UpdatePhoneSheet({ phone, onClose }: { phone: KeptPhone; onClose: () => void }) {
  const { releases } = useApp().state;
  const act = useAct();
  const wide = useWide();
  const { open } = useOpen();
  const at = releases.findIndex(({ id }) => id === phone.releaseId);
  const later = releases.slice(at + 1).toReversed();
  const [target, setTarget] = useState(TODAY);
  const [keeps, setKeeps] = useState(true);
  const [isBusy, setBusy] = useState(false);
  const update = async () => {
    setBusy(true);
    // It is looked at while it is done.
    putOnBench(phone.id);
    const done = await act((api) => api.updatePhone(phone.id, target === TODAY ? null : target, keeps));
    setBusy(false);
    if (!done) return;
    say({ text: `${phone.name} was updated; its ripple tells what was run.`, tone: 'done' });
    onClose();
    if (!wide) open({ room: 'run' });
  };
  return (
    <Sheet
      title={`Update ${phone.name}`}
      onClose={onClose}
      foot={<Button kind="main" label="Update this phone" disabled={isBusy} onPress={() => void update()} />}
    >
      <SelectField
        label="To"
        value={target}
        onChange={setTarget}
        options={[
          { value: TODAY, label: 'The plan of today' },
          ...later.map(({ id, version }) => ({ value: id, label: `Release ${version}` })),
        ]}
      />
      <SwitchField
        label="Keep it as it was, too"
        help="A copy stays at its release, for the next rehearsal."
        value={keeps}
        onChange={setKeeps}
      />
      <Text look="soft">
        One transaction: where a row stands in its way, nothing is changed and you are told which.
      </Text>
    </Sheet>
  );
}
