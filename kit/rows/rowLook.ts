import { useMemo } from 'react';
import { type TextStyle, StyleSheet, type ViewStyle } from 'react-native';
import { useKit } from '../base/context';
import { type ColorName, cornerSizes, useLook } from '../base/theme';
import type { Tone } from '@/core/model';

/**
 * How rows look: plain styles, made once for a list. Class names would be looked up anew for every part of every row
 * that scrolls in.
 */
export interface RowLook {
  colors: Record<ColorName, string>;
  tones: Record<Tone, { ink: string; tint: string }>;
  text: Record<'title' | 'titleBold' | 'fact' | 'strongFact' | 'edge' | 'strongEdge' | 'badge', TextStyle>;
  box: Record<
    | 'row'
    | 'line'
    | 'card'
    | 'blank'
    | 'press'
    | 'pressCard'
    | 'words'
    | 'side'
    | 'cardBody'
    | 'cardEdge'
    | 'cardOuter'
    | 'pressed',
    ViewStyle
  >;
  corner: number;
}

export function useRowLook(): RowLook {
  const { app } = useKit();
  const { colors, tones, scale } = useLook();
  const corner = Number.parseInt(cornerSizes[app.theme.corner ?? 'soft'], 10);
  return useMemo(() => {
    const sized = (size: number, fontFamily: string, color: string): TextStyle => ({
      fontSize: size * scale,
      fontFamily,
      color,
    });
    const line = { borderBottomWidth: 1, borderColor: colors.line } as const;
    return {
      colors,
      tones,
      corner,
      text: StyleSheet.create({
        title: sized(16, MEDIUM, colors.ink),
        titleBold: sized(16, BOLD, colors.ink),
        fact: sized(14, SANS, colors.soft),
        strongFact: sized(14, BOLD, colors.ink),
        edge: { ...sized(15, SANS, colors.ink), fontVariant: ['tabular-nums'] },
        strongEdge: { ...sized(15, BOLD, colors.ink), fontVariant: ['tabular-nums'] },
        badge: {
          ...sized(13, SANS, colors.ink),
          borderRadius: 8,
          paddingHorizontal: 8,
          paddingVertical: 1,
          overflow: 'hidden',
          backgroundColor: colors.tint,
        },
      }),
      box: StyleSheet.create({
        row: { flex: 1 },
        line: { ...line, flexDirection: 'row', alignItems: 'center', backgroundColor: colors.ground },
        card: {
          overflow: 'hidden',
          borderRadius: corner,
          borderWidth: 1,
          borderColor: colors.line,
          backgroundColor: colors.card,
        },
        blank: { ...line, backgroundColor: colors.ground },
        press: { flex: 1, height: '100%', flexDirection: 'row', alignItems: 'center', gap: 12, paddingHorizontal: 16 },
        pressCard: { flex: 1, height: '100%' },
        words: { flex: 1, gap: 2 },
        side: { alignItems: 'flex-end', gap: 2 },
        cardBody: { flex: 1, gap: 2, paddingHorizontal: 12, paddingVertical: 10 },
        cardEdge: { flexDirection: 'row', justifyContent: 'space-between', gap: 8 },
        cardOuter: { flex: 1, padding: 6 },
        pressed: { backgroundColor: colors.tint },
      }),
    };
  }, [colors, tones, scale, corner]);
}

const SANS = 'HankenGrotesk_400Regular';

const MEDIUM = 'HankenGrotesk_500Medium';

const BOLD = 'HankenGrotesk_700Bold';
