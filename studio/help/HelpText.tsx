import { View } from 'react-native';
import { Text } from '@/ui';
import type { HelpBlock, HelpParts } from './pages';

/** The blocks of a page of help. */
export function HelpText({ blocks }: { blocks: readonly HelpBlock[] }) {
  return (
    <View className="gap-3">
      {blocks.map((block, index) => (
        <Block key={index} block={block} />
      ))}
    </View>
  );
}

/** What a heading is found by, to scroll to. */
export const headingId = (text: string): string => `help ${text}`;

function Block({ block }: { block: HelpBlock }) {
  switch (block.kind) {
    case 'heading':
      return (
        <Text look="heading" id={headingId(block.text)} className="pt-3">
          {block.text}
        </Text>
      );
    case 'text':
      return <Line parts={block.parts} />;
    case 'list':
      return (
        <View role="list" className="gap-2">
          {block.items.map((item, index) => (
            <View key={index} role="listitem" className="flex-row gap-2">
              <Text look="body" aria-hidden>
                •
              </Text>
              <Line parts={item} />
            </View>
          ))}
        </View>
      );
    case 'table':
      return <Rows heads={block.heads} rows={block.rows} />;
    case 'code':
      return <Text look="mono">{block.text}</Text>;
  }
}

/** A table one row below the other, as there is little room beside the work. */
function Rows({ heads, rows }: { heads: readonly HelpParts[]; rows: readonly HelpParts[][] }) {
  return (
    <View role="list" className="gap-2">
      {rows.map(([first = [], ...others], index) => (
        <View key={index} role="listitem" className="gap-0.5 rounded-lg border border-stem bg-leaf px-3 py-2">
          <Line parts={first} />
          <Text look="soft">{others.map((cell, at) => `${plain(heads[at + 1] ?? [])} ${plain(cell)}`).join(', ')}</Text>
        </View>
      ))}
    </View>
  );
}

const plain = (parts: HelpParts): string => parts.map(({ text }) => text).join('');

const looks = { strong: 'font-medium', em: 'italic', code: 'text-plum' };

function Line({ parts }: { parts: HelpParts }) {
  return (
    <Text look="body" className="min-w-0 flex-1">
      {parts.map(({ text, look }, index) => (
        <Text key={index} look={look === 'code' ? 'mono' : 'body'} className={look ? looks[look] : ''}>
          {text}
        </Text>
      ))}
    </Text>
  );
}
