import { useId } from 'react';
import { Text, TextInput, View, type TextInputProps } from 'react-native';
import { useTheme } from './theme';

interface Props extends Omit<TextInputProps, 'onChange'> {
  label: string;
  value: string;
  onChangeText: (text: string) => void;
  hint?: string;
  /** What is wrong, in a sentence. */
  problem?: string | null;
  suffix?: string;
  className?: string;
}

/** A labelled line to type in. */
export function Field({ label, hint, problem, suffix, className = '', ...input }: Props) {
  const id = useId();
  const { palette } = useTheme();
  return (
    <View className={`gap-1 ${className}`}>
      <Text nativeID={`${id}-label`} className="font-body-bold text-[14px] text-soft">
        {label}
      </Text>
      <View
        className={`min-h-[48px] flex-row items-center rounded-md border bg-sheet px-3 focus-within:outline focus-within:outline-[3px] focus-within:outline-slate ${problem ? 'border-oxide' : 'border-ink'}`}
      >
        <TextInput
          aria-labelledby={`${id}-label`}
          aria-invalid={problem ? true : undefined}
          placeholderTextColor={palette.soft}
          className="min-h-[46px] min-w-0 flex-1 font-body text-[17px] text-ink"
          {...input}
        />
        {suffix ? <Text className="pl-2 font-body text-[15px] text-soft">{suffix}</Text> : null}
      </View>
      {problem ? (
        <Text role="alert" className="font-body-bold text-[14px] leading-[19px] text-oxide">
          {problem}
        </Text>
      ) : hint ? (
        <Text className="font-body text-[14px] leading-[19px] text-soft">{hint}</Text>
      ) : null}
    </View>
  );
}
