import type { CompiledApp, CompiledScreen } from '@/core/compiled';
import type { Column } from '@/core/model';

/** What an app asks a phone's owner to allow. */
export interface Permission {
  name: 'camera';
  /** What for, as the phone says it when it asks. */
  why: string;
  /** The names of the screens that need it. */
  screens: string[];
}

const columnsOf = (screen: CompiledScreen): Column[] =>
  screen.kind !== 'form'
    ? []
    : screen.form.parts.flatMap((part) => {
        if (part.kind === 'field') return [part.column];
        return part.kind === 'lines' ? part.fields : [];
      });

/** Whether codes can be read on it: looked up, or into a field. */
const readsCodes = (screen: CompiledScreen): boolean =>
  screen.kind === 'scan' || columnsOf(screen).some(({ kind }) => kind === 'barcode');

const takesPictures = (screen: CompiledScreen): boolean => columnsOf(screen).some(({ kind }) => kind === 'picture');

/** What an app asks for, and where: nothing that it does not do. */
export function permissionsOf({ screens }: Pick<CompiledApp, 'screens'>): Permission[] {
  const codes = screens.filter(readsCodes);
  const pictures = screens.filter(takesPictures);
  const asking = screens.filter((screen) => codes.includes(screen) || pictures.includes(screen));
  if (asking.length === 0) return [];
  const purposes = [...(codes.length > 0 ? ['read codes'] : []), ...(pictures.length > 0 ? ['take pictures'] : [])];
  return [
    {
      name: 'camera',
      why: `The camera is used to ${purposes.join(' and to ')}.`,
      screens: asking.map(({ name }) => name),
    },
  ];
}
