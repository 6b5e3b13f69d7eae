import { forwardRef } from 'react';
import { Text as NativeText, type TextProps } from 'react-native';
import { useLook } from './theme';

/** Text in the size that the person set: sizes in its class names are of the normal one. */
export const Text = forwardRef<NativeText, TextProps & { className?: string }>(function Text(
  { className = '', style, ...rest },
  ref,
) {
  const { scale } = useLook();
  return (
    <NativeText
      ref={ref}
      {...rest}
      className={className}
      style={scale === 1 ? style : [scaled(className, scale), style]}
    />
  );
});

const sizes: Record<string, number> = { 'leading-5': 20, 'leading-6': 24, 'leading-7': 28, 'leading-8': 32 };

function scaled(className: string, scale: number): { fontSize?: number; lineHeight?: number } {
  const size = /text-\[(\d+)px\]/.exec(className)?.[1];
  const leading =
    Object.entries(sizes).find(([name]) => className.includes(name))?.[1] ??
    Number(/leading-\[(\d+)px\]/.exec(className)?.[1] ?? 0);
  return { ...(size ? { fontSize: Number(size) * scale } : {}), ...(leading ? { lineHeight: leading * scale } : {}) };
}
