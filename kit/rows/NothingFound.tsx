import { useRef, useState } from 'react';
import { View } from 'react-native';
import { Text } from '../base/Text';
import { tableOf, useKit } from '../base/context';
import { ActionButton } from '../base/parts';
import { inSymbology } from '@/core/barcode';
import { type CodePlace, type CompiledScan, wayTo } from '@/core/compiled';
import type { RecordValues } from '@/core/model';
import { describeProblem, toProblem } from '@/core/problem';
import { type CatalogueEntry, filledBy } from '@/core/scan';

/** A code that no record has: said so, with the ways on. */
export function NothingFound({
  scan,
  code,
  fault,
  onDone,
}: {
  scan: CompiledScan;
  code: string;
  fault: string | null;
  onDone: () => void;
}) {
  const { app, catalogue, navigation } = useKit();
  const [asking, setAsking] = useState(false);
  const [answer, setAnswer] = useState<CatalogueEntry | 'nothing' | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const busy = useRef(false);
  const ask = async () => {
    if (busy.current) return;
    busy.current = true;
    setAsking(true);
    setProblem(null);
    try {
      setAnswer((await catalogue.ask(code)) ?? 'nothing');
    } catch (error) {
      const { what, kept, todo } = describeProblem(toProblem(error));
      setProblem(`${what} ${kept} ${todo}`);
    } finally {
      busy.current = false;
      setAsking(false);
    }
  };
  const add = (place: CodePlace, known: CatalogueEntry | null) => {
    const table = tableOf(app, place.tableId);
    const screenId = wayTo(app, 'form', place.tableId);
    if (!table || !screenId) return;
    const values: RecordValues = {
      ...(known ? filledBy(table, known) : {}),
      [place.columnId]: inSymbology(place.symbology, code),
    };
    onDone();
    navigation.go({ screenId, values });
  };
  // A code that is wrong in itself is no reason to add anything.
  const places = fault === null ? scan.places.filter(({ tableId }) => wayTo(app, 'form', tableId) !== null) : [];
  const known = answer !== null && answer !== 'nothing' ? answer : null;
  return (
    <View className="gap-3 rounded-app bg-app-card p-4">
      <Text role="alert" className="font-medium text-[16px] leading-6 text-app-danger">
        {fault ?? `Nothing has the code ${code}.`}
      </Text>
      {known ? (
        <View role="status" className="gap-1">
          <Text className="font-bold text-[17px] text-app-ink">{known.name}</Text>
          {Object.entries(known.facts).map(([key, value]) => (
            <Text
              key={key}
              className="font-sans text-[15px] text-app-soft"
            >{`${key}: ${typeof value === 'boolean' ? (value ? 'yes' : 'no') : value}`}</Text>
          ))}
          {known.price ? (
            <Text className="font-sans text-[15px] text-app-soft">
              {[`Price: ${known.price.amount.toFixed(2)}`, `${known.price.currency}`].join(' ')}
            </Text>
          ) : null}
        </View>
      ) : null}
      {answer === 'nothing' ? (
        <Text role="status" className="font-sans text-[15px] text-app-ink">
          The catalogue does not know it either.
        </Text>
      ) : null}
      {problem ? (
        <Text role="alert" className="font-sans text-[15px] leading-5 text-app-danger">
          {problem}
        </Text>
      ) : null}
      {places.map((place) => (
        <ActionButton
          key={`${place.tableId} ${place.columnId}`}
          label={`Add ${place.recordName.toLowerCase()} with ${known ? 'what is known' : 'this code'}`}
          onPress={() => add(place, known)}
        />
      ))}
      {scan.catalogue && fault === null && answer === null ? (
        <ActionButton
          kind="plain"
          label={asking ? 'Asking the catalogue…' : problem ? 'Ask the catalogue again' : 'Ask the catalogue'}
          disabled={asking}
          onPress={() => void ask()}
        />
      ) : null}
    </View>
  );
}
