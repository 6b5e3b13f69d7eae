import Paperclip from 'lucide-react-native/icons/paperclip';
import { useMemo, useState } from 'react';
import { Image, Pressable, View } from 'react-native';
import { Text } from '../base/Text';
import { useKit } from '../base/context';
import { useColors } from '../base/theme';
import { scalarOf } from '@/core/column';
import type { Row } from '@/core/driver';

/** A picture of a record, whole. */
export function PictureFact({ label, picture }: { label: string; picture: Row[string] | undefined }) {
  const uri = useMemo(() => String(scalarOf(picture) ?? ''), [picture]);
  return (
    <View className="gap-1">
      <Text className="font-sans text-[14px] text-app-soft">{label}</Text>
      <Picture uri={uri} label={label} />
    </View>
  );
}

export function Picture({ uri, label }: { uri: string; label: string }) {
  const [broken, setBroken] = useState('');
  if (broken === uri)
    return (
      <Text className="font-sans text-[16px] leading-6 text-app-danger">
        {[`${label}: this is no picture that can`, 'be shown. Choose another in the form.'].join(' ')}
      </Text>
    );
  return (
    <View role="img" aria-label={label}>
      <Image
        source={{ uri }}
        onError={() => setBroken(uri)}
        aria-hidden
        resizeMode="contain"
        style={{ width: '100%', height: 220, borderRadius: 14 }}
        className="bg-app-card"
      />
    </View>
  );
}

/** A file of a record: a press opens it. */
export function FileFact({ label, file, words }: { label: string; file: string; words: string }) {
  const { attachments } = useKit();
  const colors = useColors();
  return (
    <View>
      <Text className="font-sans text-[14px] text-app-soft">{label}</Text>
      <Pressable
        role="button"
        aria-label={`Open ${label}: ${words}`}
        onPress={() => attachments.open(file)}
        className="min-h-[44px] flex-row items-center gap-2 self-start active:opacity-70"
      >
        <Paperclip size={18} color={colors.accent} />
        <Text className="font-medium text-[17px] leading-6 text-app-accent underline">{words}</Text>
      </Pressable>
    </View>
  );
}
