import { Component, createContext, type ReactNode, useContext } from 'react';
import { Pressable, View } from 'react-native';
import { Text } from '../base/Text';

interface PartBoundaryProps {
  /** What is inside, in words: "the screen Garments". */
  name: string;
  /** Another one tries anew. */
  version: unknown;
  children: ReactNode;
}

/** What helps where a part cannot be drawn, in words; in the studio it can be changed. */
export const MendContext = createContext('Change this part in Screens, or undo the last change.');

/**
 * What goes wrong while a part is drawn stays in that part: it is named, with the way to mend it, and all else lives
 * on.
 */
export class PartBoundary extends Component<PartBoundaryProps, { error: Error | null; version: unknown }> {
  override state = { error: null, version: this.props.version };

  static getDerivedStateFromError(error: unknown) {
    return { error: error instanceof Error ? error : new Error(String(error)) };
  }

  static getDerivedStateFromProps({ version }: PartBoundaryProps, state: { error: Error | null; version: unknown }) {
    return Object.is(version, state.version) ? null : { error: null, version };
  }

  override render() {
    const error = this.state.error as Error | null;
    if (!error) return this.props.children;
    return (
      <View role="alert" className="m-3 gap-2 rounded-app border border-app-danger bg-app-card p-4">
        <Text className="font-bold text-[16px] text-app-danger">{`Something is wrong with ${this.props.name}.`}</Text>
        <Text className="font-sans text-[15px] leading-5 text-app-ink">
          {`${error.message}. Everything saved is still there. `}
          <Mend />
        </Text>
        <Pressable
          role="button"
          onPress={() => this.setState({ error: null })}
          className="min-h-[44px] justify-center self-start"
        >
          <Text className="font-bold text-[16px] text-app-accent underline">Try again</Text>
        </Pressable>
      </View>
    );
  }
}

const Mend = (): string => useContext(MendContext);
