import { useState } from 'react';
import { View } from 'react-native';
import { describeProblem, type Problem } from '@/core/problem';
import { ActionButton } from '../base/parts';
import { Text } from '../base/Text';

const SLOW_SAVE_MS = 120;

/**
 * The foot of a form: what stands in the way, and the buttons. They hold for themselves that a save is on its way, so
 * that a tap draws no field anew.
 */
export function FormFoot({
  adds,
  next,
  problem,
  onSave,
}: {
  adds: boolean;
  next: boolean;
  problem: Problem | null;
  onSave: (then: 'leave' | 'next') => Promise<void>;
}) {
  const [saving, setSaving] = useState(false);
  const press = async (then: 'leave' | 'next') => {
    // Said only of a save that takes its time; a second press before that does nothing anyhow.
    const timer = setTimeout(() => setSaving(true), SLOW_SAVE_MS);
    try {
      await onSave(then);
    } finally {
      clearTimeout(timer);
      setSaving(false);
    }
  };
  const words = problem && describeProblem(problem);
  return (
    <View className="gap-3 border-t border-app-line bg-app-card p-3">
      {words ? (
        <Text role="alert" className="font-sans text-[15px] leading-5 text-app-danger">
          {words.what} {words.kept} {words.todo}
        </Text>
      ) : null}
      <ActionButton
        label={saving ? 'Saving…' : 'Save'}
        disabled={saving}
        onPress={() => void press(adds && next ? 'next' : 'leave')}
      />
      {adds ? (
        <ActionButton
          kind="plain"
          label={next ? 'Save and leave' : 'Save and add next'}
          disabled={saving}
          onPress={() => void press(next ? 'leave' : 'next')}
        />
      ) : null}
    </View>
  );
}
