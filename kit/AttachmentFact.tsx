import Paperclip from 'lucide-react-native/icons/paperclip';
import { useMemo } from 'react';
import { Image, Pressable, Text, View } from 'react-native';
import { type Column, scalarOf } from '@/core/definition';
import type { Row } from '@/core/engine';
import { useKit } from './context';
import { useColors } from './theme';

/** A picture of a record, whole. */
export function PictureFact({ column, picture }: { column: Column; picture: Row[string] | undefined }) {
  const uri = useMemo(() => String(scalarOf(picture) ?? ''), [picture]);
  return (
    <View className="gap-1">
      <Text className="font-sans text-[14px] text-app-soft">{column.name}</Text>
      <Picture uri={uri} label={column.name} />
    </View>
  );
}

export function Picture({ uri, label }: { uri: string; label: string }) {
  return (
    <View role="img" aria-label={label}>
      <Image source={{ uri }} aria-hidden resizeMode="contain" style={{ width: '100%', height: 220, borderRadius: 14 }} className="bg-app-card" />
    </View>
  );
}

/** A file of a record: a press opens it. */
export function FileFact({ column, file, words }: { column: Column; file: string; words: string }) {
  const { attachments } = useKit();
  const colors = useColors();
  return (
    <View>
      <Text className="font-sans text-[14px] text-app-soft">{column.name}</Text>
      <Pressable role="button" aria-label={`Open ${column.name}: ${words}`} onPress={() => attachments.open(file)} className="min-h-[44px] flex-row items-center gap-2 self-start active:opacity-70">
        <Paperclip size={18} color={colors.accent} />
        <Text className="font-medium text-[17px] leading-6 text-app-accent underline">{words}</Text>
      </Pressable>
    </View>
  );
}
