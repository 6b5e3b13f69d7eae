import { Suspense, use } from 'react';
import type { MenuButtonProps } from './MenuButton';
import type { PickerProps } from './Picker';

type Menus = typeof import('./menus');

let menus: Menus | null = null;
let asked: Promise<Menus> | null = null;

/** The code of menus and of long choices, fetched once; asked for again after it could not be had. */
export const loadMenus = (): Promise<Menus> =>
  (asked ??= import('./menus').then(
    (loaded) => (menus = loaded),
    (error: unknown) => {
      asked = null;
      throw error;
    },
  ));

const useMenus = (): Menus => menus ?? use(loadMenus());

/** One of many, found by typing (Picker). */
export function Picker<T extends string>(props: PickerProps<T>) {
  return (
    <Suspense fallback={null}>
      <PickerThere {...props} />
    </Suspense>
  );
}

function PickerThere<T extends string>(props: PickerProps<T>) {
  const Part = useMenus().Picker;
  return <Part {...props} />;
}

/** A picture that opens a menu (MenuButton). */
export function MenuButton(props: MenuButtonProps) {
  return (
    <Suspense fallback={null}>
      <MenuButtonThere {...props} />
    </Suspense>
  );
}

function MenuButtonThere(props: MenuButtonProps) {
  const Part = useMenus().MenuButton;
  return <Part {...props} />;
}
