import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import { useQuery } from '@tanstack/react-query';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { Pressable, ScrollView, View } from 'react-native';
import { z } from 'zod';
import { Button, Callout, Text } from '@/ui';

/** One package that is shipped: who made it, and under which licence. The build writes these. */
const Notice = z.object({ name: z.string(), version: z.string(), license: z.string(), text: z.string() });
type Notice = z.infer<typeof Notice>;

async function readNotices(): Promise<Notice[]> {
  const answer = await fetch('/notices.json');
  if (!answer.ok) throw new Error(`The server answered ${answer.status}.`);
  return z.array(Notice).parse(await answer.json());
}

/** What Fern Shelf is made of: every package and font that is shipped, each with its licence. */
export function NoticesPlace() {
  const router = useRouter();
  const notices = useQuery({ queryKey: ['notices'], queryFn: readNotices, staleTime: Infinity });
  return (
    <ScrollView
      role="main"
      className="flex-1 bg-paper"
      contentContainerClassName="w-full max-w-[760px] self-center px-5 pb-24 pt-6 gap-4"
    >
      <View className="flex-row">
        <Button icon={ArrowLeft} label="Shelf" onPress={() => router.push('/')} />
      </View>
      <Text look="display">Made with</Text>
      <Text look="soft">
        The packages and fonts that are part of Fern Shelf. Each may be used, changed and passed on under its own
        licence.
      </Text>
      {notices.error ? (
        <Callout tone="rust">The list could not be read. It is part of the built site: reload the page.</Callout>
      ) : null}
      <View role="list" aria-label="Packages and fonts">
        {(notices.data ?? []).map((notice) => (
          <NoticeLine key={`${notice.name} ${notice.version}`} notice={notice} />
        ))}
      </View>
    </ScrollView>
  );
}

function NoticeLine({ notice: { name, version, license, text } }: { notice: Notice }) {
  const [open, setOpen] = useState(false);
  return (
    <View role="listitem" className="border-b border-stem">
      <Pressable
        role="button"
        aria-expanded={open}
        onPress={() => setOpen(!open)}
        className="min-h-[48px] flex-row items-center justify-between gap-4 py-2"
      >
        <Text look="body" className="flex-1">{`${name} ${version}`}</Text>
        <Text look="soft">{license}</Text>
      </Pressable>
      {open ? (
        <Text look="mono" selectable className="pb-4">
          {text}
        </Text>
      ) : null}
    </View>
  );
}
