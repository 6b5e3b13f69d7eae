import type { ReactNode } from 'react';
import { Text as NativeText, type TextProps } from 'react-native';

const looks = {
  display: 'font-display text-[30px] leading-9 text-ink',
  title: 'font-display text-[22px] leading-7 text-ink',
  heading: 'font-bold text-[17px] leading-6 text-ink',
  body: 'font-sans text-[16px] leading-6 text-ink',
  strong: 'font-medium text-[16px] leading-6 text-ink',
  soft: 'font-sans text-[15px] leading-[22px] text-soft',
  mono: 'font-mono text-[14px] leading-[22px] text-ink',
} as const;

const levels: Partial<Record<keyof typeof looks, number>> = { display: 1, title: 2, heading: 3 };

/** Text in one of the studio's looks; the three headings carry their level. */
export function Text({
  look = 'body',
  className = '',
  children,
  ...rest
}: TextProps & { look?: keyof typeof looks; className?: string; children?: ReactNode }) {
  const level = levels[look];
  return (
    <NativeText
      {...(level ? { role: 'heading' as const, 'aria-level': level } : {})}
      {...rest}
      className={`${looks[look]} ${className}`}
    >
      {children}
    </NativeText>
  );
}
