import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import { useState } from 'react';
import { ScrollView, View } from 'react-native';
import { PartBoundary } from '../app/PartBoundary';
import { useKit } from '../base/context';
import { ActionButton, IconButton, TopBar } from '../base/parts';
import { Text } from '../base/Text';
import { FormFoot } from './FormFoot';
import { FormPartView } from './FormPartView';
import { LeavingForm } from './LeavingForm';
import { type FormProps, useFormValues } from './useFormValues';

/** Adds a record, or edits one, with the records that belong to it. */
export function Form(props: FormProps) {
  const { form, table, recordId, draft } = props;
  const { navigation } = useKit();
  const [leaving, setLeaving] = useState(false);
  const values = useFormValues(props);
  const { hook, evaluated, isSeen, lines, stored, problem, submit } = values;
  const record = table.recordName.toLowerCase();
  // While a save is on its way it is the save that leaves.
  const leave = () => (values.isSaving.current ? undefined : values.hasChanged() ? setLeaving(true) : leaveNow());
  const leaveNow = () => {
    draft.forget();
    navigation.back();
  };
  return (
    <View className="flex-1 bg-app-ground">
      <TopBar
        title={recordId === undefined ? `New ${record}` : `Edit ${record}`}
        back={<IconButton icon={ArrowLeft} label="Back" onPress={leave} />}
      />
      {draft.kept ? (
        <View role="status" className="flex-row items-center gap-3 bg-app-tint px-4 py-2">
          <Text className="flex-1 font-sans text-[15px] text-app-ink">What you had typed is here again.</Text>
          <ActionButton kind="plain" label="Discard it" onPress={values.discard} />
        </View>
      ) : null}
      <ScrollView keyboardShouldPersistTaps="handled" contentContainerClassName="gap-5 p-4">
        {form.parts.map((part) =>
          isSeen(part) ? (
            <PartBoundary key={part.id} name={`a part of the form of ${table.name}`} version={part}>
              <FormPartView
                part={part}
                table={table}
                control={hook.control}
                evaluated={evaluated.row}
                lines={lines[part.id] ?? []}
                stored={stored}
                onLines={(next) => values.putLinesOf(part.id, next)}
              />
            </PartBoundary>
          ) : null,
        )}
      </ScrollView>
      <FormFoot adds={recordId === undefined} next={form.after === 'next'} problem={problem} onSave={submit} />
      {leaving ? <LeavingForm onStay={() => setLeaving(false)} onKeep={navigation.back} onDiscard={leaveNow} /> : null}
    </View>
  );
}
