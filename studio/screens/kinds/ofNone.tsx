import { Text } from '@/ui';
import { MenuEditor } from '../MenuEditor';
import { ScanEditor } from '../ScanEditor';
import type { StudioScreen } from './screenKind';

export const menu: StudioScreen<'menu'> = {
  name: 'Menu',
  what: 'Ways to other screens, fixed or made of rows',
  suits: null,
  suggests: () => 'Menu',
  blank: ({ id, name }) => ({ kind: 'menu', id, name, entries: [] }),
  Editor: MenuEditor,
};

export const scan: StudioScreen<'scan'> = {
  name: 'Scan',
  what: 'Finds records by their codes: a hand scanner, a photo, or typed',
  suits: ({ columns }) => columns.some(({ kind }) => kind === 'barcode'),
  suggests: (table) => (table ? `Scan ${table.recordName.toLowerCase()}` : 'Scan'),
  blank: ({ id, name, table }) => {
    const code = table?.columns.find(({ kind }) => kind === 'barcode');
    const codes = table && code ? [{ tableId: table.id, columnId: code.id }] : [];
    return { kind: 'scan', id, name, codes, found: { kind: 'open' } };
  },
  Editor: ScanEditor,
};

export const settings: StudioScreen<'settings'> = {
  name: 'Settings',
  what: 'Units, formats, text size and colours, as the person likes',
  suits: null,
  suggests: () => 'Settings',
  blank: ({ id, name }) => ({ kind: 'settings', id, name }),
  Editor: () => (
    <Text look="body">
      People set here how dates, numbers, measures and money are shown, how large texts are, and light or dark. Every
      value on screen follows at once.
    </Text>
  ),
};
