import { Suspense, use } from 'react';
import { color } from './Button';
import { Icon } from './Icon';
import type { MenuButtonProps } from './MenuButton';
import type { OptionListProps } from './OptionList';

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

/** OptionList, once its code is there. */
export function OptionList<T extends string>(props: OptionListProps<T>) {
  return (
    <Suspense fallback={null}>
      <OptionListThere {...props} />
    </Suspense>
  );
}

function OptionListThere<T extends string>(props: OptionListProps<T>) {
  const Part = useMenus().OptionList;
  return <Part {...props} />;
}

/** MenuButton; until its code is there, its picture keeps its place: nothing moves from under a finger. */
export function MenuButton(props: MenuButtonProps) {
  const picture = (
    <span className="more-button">
      <Icon of={props.icon} size={20} color={color('ink')} />
    </span>
  );
  return (
    <Suspense fallback={picture}>
      <MenuButtonThere {...props} />
    </Suspense>
  );
}

function MenuButtonThere(props: MenuButtonProps) {
  const Part = useMenus().MenuButton;
  return <Part {...props} />;
}
