/** Something that can be done from anywhere in an app. `keys`: `Mod` is Ctrl, and ⌘ on a Mac. */
export interface Command {
  name: string;
  keys?: string;
  /** The browser itself tells of its keys. */
  told?: boolean;
  /** Also where something is being typed. */
  whileTyping?: boolean;
  run: () => void;
}
