import ChevronDown from 'lucide-react-native/icons/chevron-down';
import ChevronRight from 'lucide-react-native/icons/chevron-right';
import { useEffect, useRef } from 'react';
import { Pressable, View } from 'react-native';
import { create } from 'zustand';
import { LinkPress } from '@/kit';
import { color, Icon, Text } from '@/ui';
import { type Folder, holds } from './fileTree';

/** The folders that somebody has opened or closed. */
const useFolders = create<Record<string, boolean | undefined>>(() => ({}));

interface OfTree {
  /** The file that is shown. */
  shown: string | null;
  onOpen(path: string): void;
}

/** What stands in a folder: its folders, which open and close, and its files. */
export function FileTree({ tree, depth = 0, ...of }: OfTree & { tree: Folder; depth?: number }) {
  return (
    <View role="list">
      {tree.folders.map((folder) => (
        <FolderRow key={folder.path} folder={folder} depth={depth} {...of} />
      ))}
      {tree.files.map((path) => (
        <FileRow key={path} path={path} name={path.slice(path.lastIndexOf('/') + 1)} depth={depth} {...of} />
      ))}
    </View>
  );
}

function FolderRow({ folder, depth, ...of }: OfTree & { folder: Folder; depth: number }) {
  const { path } = folder;
  const isOpen = useFolders((folders) => folders[path]);
  // Until somebody says otherwise it is open where the file that is shown stands in it.
  const open = isOpen ?? holds(folder, of.shown);
  return (
    <View role="listitem">
      <Pressable
        role="button"
        aria-expanded={open}
        aria-label={`Folder ${folder.path}`}
        onPress={() => useFolders.setState({ [path]: !open })}
        className="min-h-[44px] flex-row items-center gap-1 rounded-lg hover:bg-fern-tint"
        style={{ paddingLeft: 4 + depth * 16 }}
      >
        <Icon of={open ? ChevronDown : ChevronRight} size={18} color={color('soft')} />
        <Text look="strong">{folder.name}</Text>
      </Pressable>
      {open ? <FileTree tree={folder} depth={depth + 1} {...of} /> : null}
    </View>
  );
}

/** A file by its name; one that is found in a search by its path. */
export function FileRow({ path, name, depth, shown, onOpen }: OfTree & { path: string; name: string; depth: number }) {
  const isShown = path === shown;
  const row = useRef<View>(null);
  useEffect(() => {
    if (isShown) (row.current as unknown as HTMLElement | null)?.scrollIntoView({ block: 'nearest' });
  }, [isShown]);
  return (
    <View role="listitem" ref={row}>
      <LinkPress
        aria-current={isShown ? 'page' : undefined}
        aria-label={`File ${path}`}
        onPress={() => onOpen(path)}
        className={`min-h-[44px] justify-center rounded-lg pr-2 ${isShown ? 'border border-fern bg-fern-tint' : 'border border-transparent hover:bg-fern-tint'}`}
        style={{ paddingLeft: 26 + depth * 16 }}
      >
        <Text look="mono">{name}</Text>
      </LinkPress>
    </View>
  );
}
