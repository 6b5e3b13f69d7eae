import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import X from 'lucide-react-native/icons/x';
import { useEffect } from 'react';
import { ScrollView, View } from 'react-native';
import { LinkPress } from '@/kit';
import { Button, Callout, IconButton, Sheet, Text } from '@/ui';
import { headingId, HelpText } from './HelpText';
import { type HelpPage, useHelpPages } from './pages';
import { closeHelp, openHelp, useHelp } from './useHelp';

/** Help over the place that it was asked for in, on a small screen. */
export function HelpSheet() {
  const open = useHelp((help) => help.open);
  if (!open) return null;
  return (
    <Sheet title="Help" onClose={closeHelp}>
      <HelpContent />
    </Sheet>
  );
}

/** Help beside the work, which stays as it is. */
export function HelpPane() {
  return (
    <View role="complementary" aria-label="Help" className="h-full">
      <View className="flex-row items-center justify-between border-b border-stem py-1 pl-4 pr-1">
        <Text look="heading">Help</Text>
        <IconButton icon={X} label="Close the help" onPress={closeHelp} />
      </View>
      <ScrollView contentContainerClassName="p-4 pb-16 gap-4">
        <HelpContent />
      </ScrollView>
    </View>
  );
}

function HelpContent() {
  const { page: asked, heading } = useHelp((help) => help.open) ?? {};
  const pages = useHelpPages();
  const page = pages.data?.find(({ id }) => id === asked);
  useEffect(() => {
    if (page && heading) document.getElementById(headingId(heading))?.scrollIntoView({ block: 'start' });
  }, [page, heading]);
  if (pages.error) return <NotFetched onAgain={() => void pages.refetch()} />;
  if (!pages.data) return <View aria-busy />;
  if (!page) return <Contents pages={pages.data} />;
  return (
    <>
      <View className="flex-row">
        <Button kind="quiet" icon={ArrowLeft} label="All help" onPress={() => openHelp()} />
      </View>
      <Text look="title">{page.title}</Text>
      <HelpText blocks={page.blocks} />
    </>
  );
}

function Contents({ pages }: { pages: readonly HelpPage[] }) {
  return (
    <View role="list" aria-label="Pages of help" className="gap-1">
      {pages.map(({ id, title }) => (
        <View key={id} role="listitem">
          <LinkPress
            onPress={() => openHelp(id)}
            className="min-h-[44px] justify-center rounded-lg px-2 hover:bg-fern-tint"
          >
            <Text look="body">{title}</Text>
          </LinkPress>
        </View>
      ))}
    </View>
  );
}

function NotFetched({ onAgain }: { onAgain: () => void }) {
  return (
    <View className="gap-3">
      <Callout tone="rust">The help could not be fetched. Everything else works as before.</Callout>
      <View className="flex-row">
        <Button label="Try again" onPress={onAgain} />
      </View>
    </View>
  );
}
