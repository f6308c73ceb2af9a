import { useState, type ReactNode } from 'react';
import { Pressable, View } from 'react-native';
import { Heading, Small, Strong } from './text';

interface Props {
  title: string;
  /** What is in it, so that nobody has to open it to know. */
  says?: string;
  /** Open from the start. */
  open?: boolean;
  children: ReactNode | (() => ReactNode);
}

/** A part of a page that folds: its title and what is in it always show, the rest where somebody asks for it. */
export function Fold({ title, says, open: first = false, children }: Props) {
  const [open, setOpen] = useState(first);
  return (
    <View className="border-t border-rule">
      <Pressable
        role="button"
        aria-expanded={open}
        onPress={() => setOpen(!open)}
        className="min-h-[52px] flex-row items-center gap-3 py-2 active:opacity-60"
      >
        <View className="min-w-0 flex-1">
          <Heading className="text-[18px] leading-[22px]">{title}</Heading>
          {says ? <Small>{says}</Small> : null}
        </View>
        <Strong className="text-[22px] text-soft" aria-hidden>
          {open ? '−' : '+'}
        </Strong>
      </Pressable>
      {open ? <View className="gap-3 pb-4">{typeof children === 'function' ? children() : children}</View> : null}
    </View>
  );
}
