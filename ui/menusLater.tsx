import { useEffect, useState } from 'react';
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

/** Null until the code is there. Where it does not come, that goes to whoever stands around, and the next asks anew. */
function useMenus(): Menus | null {
  const [there, setThere] = useState(menus);
  useEffect(() => {
    if (there) return;
    loadMenus().then(setThere, (error: unknown) =>
      setThere(() => {
        throw error;
      }),
    );
  }, [there]);
  return there;
}

/** OptionList, once its code is there. */
export function OptionList<T extends string>(props: OptionListProps<T>) {
  const Part = useMenus()?.OptionList;
  return Part ? <Part {...props} /> : null;
}

/** MenuButton; until its code is there, its picture keeps its place: nothing moves from under a finger. */
export function MenuButton(props: MenuButtonProps) {
  const Part = useMenus()?.MenuButton;
  if (Part) return <Part {...props} />;
  return (
    <span className="more-button">
      <Icon of={props.icon} size={20} color={color('ink')} />
    </span>
  );
}
