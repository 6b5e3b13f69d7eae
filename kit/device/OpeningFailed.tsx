import { useState } from 'react';
import { Pressable, StyleSheet, Text, View } from 'react-native';
import { openingFault, type Rescue } from './openingFault';

/**
 * In place of an app whose database cannot be opened: why, and what can be done. Nothing of the app's look is needed.
 */
export function OpeningFailed({
  name,
  what,
  onAgain,
  rescue,
}: {
  name: string;
  what: string;
  onAgain: () => void;
  rescue: Rescue;
}) {
  const [sure, setSure] = useState(false);
  const [said, setSaid] = useState<string | null>(null);
  const tried = (work: () => Promise<void>) => void work().catch((error: unknown) => setSaid(openingFault(error)));
  const { share, startAnew } = rescue;
  const anew = () => tried(() => startAnew().then(onAgain));
  return (
    <View role="main" style={styles.page}>
      <Text role="heading" aria-level={1} style={styles.title}>
        {`${name} could not open its database`}
      </Text>
      <Text role="alert" style={styles.text}>
        {said ?? what}
      </Text>
      <Press label="Try again" onPress={onAgain} />
      {share ? <Press label="Hand the file on" onPress={() => tried(share)} /> : null}
      {sure ? (
        <>
          <Text style={styles.text}>
            The app then begins with what it was shipped with. What is stored now is put aside, and the app no longer
            shows it.
          </Text>
          <Press label="Start anew all the same" onPress={anew} />
        </>
      ) : (
        <Press label="Start anew" onPress={() => setSure(true)} />
      )}
    </View>
  );
}

const Press = ({ label, onPress }: { label: string; onPress: () => void }) => (
  <Pressable role="button" onPress={onPress} style={styles.button}>
    <Text style={styles.label}>{label}</Text>
  </Pressable>
);

const styles = StyleSheet.create({
  page: { flex: 1, justifyContent: 'center', padding: 24, gap: 12, backgroundColor: '#ffffff' },
  title: { fontSize: 22, fontWeight: '700', color: '#1c1c1c' },
  text: { fontSize: 16, lineHeight: 24, color: '#1c1c1c' },
  button: { minHeight: 44, justifyContent: 'center', alignSelf: 'flex-start' },
  label: { fontSize: 17, fontWeight: '700', color: '#1c1c1c', textDecorationLine: 'underline' },
});
