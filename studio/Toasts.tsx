import { useEffect } from 'react';
import { Pressable, Text } from 'react-native';
import { create } from 'zustand';
import { describeProblem, toProblem } from '@/core/problem';
import { Message } from '@/ui';
import { useFoot } from './Foot';

interface Toast {
  text: string;
  tone: 'done' | 'problem';
  action?: { label: string; onPress: () => void };
}

const useToast = create<{ toast: Toast | null; count: number }>(() => ({ toast: null, count: 0 }));

export const say = (toast: Toast) => useToast.setState(({ count }) => ({ toast, count: count + 1 }));

/** Says what went wrong, what was kept and what to do. */
export function sayProblem(error: unknown): void {
  const { what, kept, todo } = describeProblem(toProblem(error));
  say({ text: `${what} ${kept} ${todo}`, tone: 'problem' });
}

/** The studio's own short words; those of the running app stay inside the phone. */
export function Toasts() {
  const { toast, count } = useToast();
  const close = () => useToast.setState({ toast: null });
  const foot = useFoot(({ height }) => height);
  useEffect(() => {
    if (!toast || toast.tone === 'problem') return;
    const timer = setTimeout(close, 8000);
    return () => clearTimeout(timer);
  }, [toast]);
  if (!toast) return null;
  const { action } = toast;
  return (
    <Message
      key={count}
      role={toast.tone === 'problem' ? 'alert' : 'status'}
      above={foot}
      // On a wide page beside the bar of places, which is of its colour.
      onPage="lg:left-24"
      className={[
        'max-w-[560px] flex-row items-center rounded-xl pl-4 shadow-lg',
        toast.tone === 'problem' ? 'bg-rust' : 'bg-bark',
      ].join(' ')}
    >
      <Text
        className={[
          'flex-1 py-3 font-sans text-[15px] leading-[22px]',
          toast.tone === 'problem' ? 'text-leaf' : 'text-white',
        ].join(' ')}
      >
        {toast.text}
      </Text>
      {[...(action ? [action] : []), { label: 'Dismiss', onPress: () => undefined }].map(({ label, onPress }) => (
        <Pressable
          key={label}
          role="button"
          onPress={() => {
            close();
            onPress();
          }}
          className="min-h-[44px] justify-center px-3"
        >
          <Text className={`font-bold text-[15px] underline ${toast.tone === 'problem' ? 'text-leaf' : 'text-white'}`}>
            {label}
          </Text>
        </Pressable>
      ))}
    </Message>
  );
}
