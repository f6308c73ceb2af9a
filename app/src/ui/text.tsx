import { useEffect, type ReactNode } from 'react';
import { Text, type TextProps } from 'react-native';
import { twMerge } from 'tailwind-merge';
import { t } from '@/words/ui';

interface Props extends TextProps {
  children: ReactNode;
  className?: string;
}

// A class given by a screen replaces the one it contradicts; twMerge sees to that.

/** Has the window say where one is; null leaves what it says. */
export function useScreenTitle(words: string | null): void {
  useEffect(() => {
    if (words !== null) document.title = words === 'Dendrix' ? words : t('dendrix', { words });
  }, [words]);
}

/** Headline of a screen: the window says the same. */
export function Title({ className = '', children, ...rest }: Props) {
  useScreenTitle(typeof children === 'string' ? children : null);
  return (
    <Text role="heading" aria-level={1} className={twMerge('font-head text-[26px] leading-[30px] text-ink', className)} {...rest}>
      {children}
    </Text>
  );
}

/** Words that are said and not shown, where what is seen needs none: "Tree" before a tag. */
export const Said = ({ children }: { children: string }) => (
  <Text className="absolute h-px w-px overflow-hidden opacity-0">{children}</Text>
);

/** Heading of a part. */
export const Heading = ({ className = '', ...rest }: Props) => (
  <Text role="heading" aria-level={2} className={twMerge('font-head-semi text-[18px] leading-[23px] text-ink', className)} {...rest} />
);

/** Reading text. */
export const Body = ({ className = '', ...rest }: Props) => (
  <Text className={twMerge('font-body text-[16px] leading-[22px] text-ink', className)} {...rest} />
);

export const Strong = ({ className = '', ...rest }: Props) => (
  <Text className={twMerge('font-body-bold text-[16px] leading-[22px] text-ink', className)} {...rest} />
);

/** Secondary text, still AA on paper. */
export const Small = ({ className = '', ...rest }: Props) => (
  <Text className={twMerge('font-body text-[14px] leading-[19px] text-soft', className)} {...rest} />
);

/** A scientific name. */
export const Latin = ({ className = '', ...rest }: Props) => (
  <Text className={twMerge('font-latin text-[20px] leading-[25px] text-ink', className)} {...rest} />
);

/** A measurement or count, in figures that stand in columns. */
export const Figures = ({ className = '', style, ...rest }: Props) => (
  <Text
    className={twMerge('font-head text-[22px] leading-[26px] text-ink', className)}
    style={[{ fontVariant: ['tabular-nums'] }, style]}
    {...rest}
  />
);
