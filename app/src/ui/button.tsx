import type { ReactNode } from 'react';
import { Pressable, Text, View } from 'react-native';

type Kind = 'next' | 'plain' | 'quiet' | 'dashed' | 'second';

const FRAME: Record<Kind, string> = {
  next: 'bg-oxide border-oxide',
  plain: 'bg-sheet border-ink',
  quiet: 'bg-transparent border-transparent',
  dashed: 'bg-transparent border-ink border-dashed',
  second: 'bg-slate border-slate',
};
const WORDS: Record<Kind, string> = {
  next: 'text-on-oxide',
  plain: 'text-ink',
  quiet: 'text-slate underline',
  dashed: 'text-ink',
  second: 'text-paper',
};

interface Props {
  children: ReactNode;
  onPress: () => void;
  /** next: the one thing to do now. second: an act of the second opinion. */
  kind?: Kind;
  disabled?: boolean;
  /** Said by a screen reader when the words alone are not enough. */
  label?: string;
  className?: string;
  icon?: ReactNode;
}

/** A button of at least 48 pixels. */
export function Button({ children, onPress, kind = 'plain', disabled = false, label, className = '', icon }: Props) {
  return (
    <Pressable
      role="button"
      aria-label={label}
      aria-disabled={disabled}
      disabled={disabled}
      onPress={onPress}
      className={`min-h-[48px] flex-row items-center justify-center gap-2 rounded-md border px-4 py-2 active:opacity-70 ${FRAME[kind]} ${disabled ? 'opacity-50' : ''} ${className}`}
    >
      {icon}
      <Text className={`text-center font-head-semi text-[16px] leading-[20px] ${WORDS[kind]}`}>{children}</Text>
    </Pressable>
  );
}

interface ChoiceProps<T extends string> {
  label: string;
  options: readonly { value: T; words: string }[];
  value: T | null;
  onChange: (value: T) => void;
  /** Show the label above; it is always there for screen readers. */
  shown?: boolean;
}

/** One of a few, as a row of buttons. The chosen one carries a mark as well as a colour. */
export function Choice<T extends string>({ label, options, value, onChange, shown = true }: ChoiceProps<T>) {
  return (
    <View role="radiogroup" aria-label={label} className="gap-1">
      {shown ? <Text className="font-body-bold text-[14px] text-soft">{label}</Text> : null}
      <View className="flex-row flex-wrap gap-2">
        {options.map((option) => {
          const on = option.value === value;
          return (
            <Pressable
              key={option.value}
              role="radio"
              aria-checked={on}
              onPress={() => onChange(option.value)}
              className={`min-h-[48px] flex-row items-center justify-center rounded-md border px-3 active:opacity-70 ${on ? 'border-ink bg-ink' : 'border-rule bg-sheet'}`}
            >
              <Text className={`font-body-bold text-[15px] ${on ? 'text-paper' : 'text-ink'}`}>
                {on ? `✓ ${option.words}` : option.words}
              </Text>
            </Pressable>
          );
        })}
      </View>
    </View>
  );
}

/** Any of some, as a row of buttons; a chosen one carries a mark as well as a colour. */
export function Several<T extends string>({
  label,
  options,
  values,
  onTurn,
  shown = true,
}: {
  label: string;
  options: readonly { value: T; words: string }[];
  values: readonly T[];
  onTurn: (value: T) => void;
  /** Show the label above; it is always there for screen readers. */
  shown?: boolean;
}) {
  return (
    <View role="group" aria-label={label} className="gap-1">
      {shown ? <Text className="font-body-bold text-[14px] text-soft">{label}</Text> : null}
      <View className="flex-row flex-wrap gap-2">
        {options.map(({ value, words }) => {
          const on = values.includes(value);
          return (
            <Pressable
              key={value}
              role="checkbox"
              aria-checked={on}
              onPress={() => onTurn(value)}
              className={`min-h-[48px] justify-center rounded-md border px-3 active:opacity-70 ${on ? 'border-ink bg-ink' : 'border-rule bg-sheet'}`}
            >
              <Text className={`font-body-bold text-[15px] ${on ? 'text-paper' : 'text-ink'}`}>{`${on ? '✓ ' : ''}${words}`}</Text>
            </Pressable>
          );
        })}
      </View>
    </View>
  );
}
