import Ellipsis from 'lucide-react-native/icons/ellipsis';
import { View } from 'react-native';
import { Button } from './Button';
import { MenuButton } from './menusLater';
import type { Tool } from './tool';

/**
 * What can be done in a view: the one thing that is done most, as a button; what else there is, quietly; and what is rare
 * or takes something away behind a menu.
 */
export function Toolbar({
  of,
  main,
  tools = [],
  more = [],
}: {
  /** What it is about, where it stays for one thing after another: the menu of the one is not that of the next. */
  of?: string;
  main?: Tool;
  tools?: readonly Tool[];
  more?: readonly Tool[];
}) {
  return (
    <View className="max-w-full flex-row flex-wrap items-center gap-x-1 gap-y-2">
      {main ? (
        <View className="pr-2">
          <Button kind="main" {...main} />
        </View>
      ) : null}
      {tools.map((tool) => (
        <Button key={tool.label} kind="quiet" {...tool} />
      ))}
      {more.length > 0 ? <MenuButton of={of} icon={Ellipsis} label="More" tools={more} /> : null}
    </View>
  );
}
