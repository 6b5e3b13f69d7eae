import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { View } from 'react-native';
import { describeProblem, toProblem } from '@/core/problem';
import { Button, Callout, SelectField, Sheet, Text } from '@/ui';
import type { KeptPhone, PhoneComparison } from '@/worker';
import { worker } from '../../client';
import { counted } from '../../counted';
import { useApp } from '../../useApp';
import { usePhones } from './usePhones';
import { sampleWords } from './TrialReport';

const STARTING = 'starting';
const BENCH = 'bench';

/** What a phone has otherwise than another, the app of today, or the starting rows. */
export function ComparePhoneSheet({ phone, onClose }: { phone: KeptPhone; onClose: () => void }) {
  const { appId } = useApp();
  const others = usePhones().filter(({ id }) => id !== phone.id);
  const [other, setOther] = useState(phone.releaseId === null ? BENCH : STARTING);
  const found = useQuery({
    queryKey: ['compared', phone.id, other],
    queryFn: () => worker().api.comparePhone(phone.id, other === STARTING ? null : other === BENCH ? appId : other),
    gcTime: 0,
    retry: false,
  });
  return (
    <Sheet
      title={`Compare ${phone.name}`}
      onClose={onClose}
      foot={<Button kind="main" label="Done" onPress={onClose} />}
    >
      <SelectField
        label="With"
        value={other}
        onChange={setOther}
        options={[
          ...(phone.releaseId === null ? [] : [{ value: STARTING, label: 'The starting rows of its release' }]),
          { value: BENCH, label: 'The bench phone of today' },
          ...others.map(({ id, name }) => ({ value: id, label: name })),
        ]}
      />
      {found.error ? <Callout tone="rust">{describeProblem(toProblem(found.error)).what}</Callout> : null}
      {found.data ? <Compared found={found.data} /> : null}
    </Sheet>
  );
}

function Compared({ found: { here, there, told, totals } }: { found: PhoneComparison }) {
  return (
    <View className="gap-3">
      <Text look="body">
        {[
          `${counted(totals.kept, 'value is', 'values are')} the same.`,
          `${counted(here, 'row is', 'rows are')} here alone, ${counted(there, 'row', 'rows')} there alone.`,
        ].join(' ')}
      </Text>
      <View role="list" aria-label="What is otherwise" className="gap-3">
        {told.map((column) => (
          <View key={`${column.table} ${column.column}`} role="listitem" className="gap-1">
            <Text look="strong">{`${column.table}: ${column.column}`}</Text>
            <Text look="soft">
              {`${counted(column.converted, 'value differs', 'values differ')}, ${column.lost} there alone.`}
            </Text>
            {column.samples.map((sample) => (
              <Text key={sample.rowId} look="mono">
                {sampleWords(sample)}
              </Text>
            ))}
          </View>
        ))}
      </View>
    </View>
  );
}
