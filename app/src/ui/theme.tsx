import { createContext, useContext, useEffect, useMemo, useState, type ReactNode } from 'react';
import { DAY, DUSK, type Palette } from './palette';

export type ThemeChoice = 'day' | 'dusk' | 'as the device';

interface Theme {
  palette: Palette;
  dusk: boolean;
  choice: ThemeChoice;
  choose: (choice: ThemeChoice) => void;
}

const ThemeContext = createContext<Theme>({ palette: DAY, dusk: false, choice: 'as the device', choose: () => {} });

const KEY = 'dendrix-theme';
const stored = (): ThemeChoice => {
  const text = globalThis.localStorage?.getItem(KEY);
  return text === 'day' || text === 'dusk' ? text : 'as the device';
};

/** Gives day or dusk to everything below; the class on the page switches the CSS variables. */
export function ThemeProvider({ children }: { children: ReactNode }) {
  const [choice, setChoice] = useState<ThemeChoice>(stored);
  const [deviceDark, setDeviceDark] = useState(() => globalThis.matchMedia?.('(prefers-color-scheme: dark)').matches ?? false);
  useEffect(() => {
    const query = globalThis.matchMedia?.('(prefers-color-scheme: dark)');
    const follow = () => setDeviceDark(query.matches);
    query?.addEventListener('change', follow);
    return () => query?.removeEventListener('change', follow);
  }, []);
  const dusk = choice === 'dusk' || (choice === 'as the device' && deviceDark);
  useEffect(() => {
    document.documentElement.classList.toggle('dusk', dusk);
  }, [dusk]);
  const value = useMemo<Theme>(
    () => ({
      palette: dusk ? DUSK : DAY,
      dusk,
      choice,
      choose(next) {
        setChoice(next);
        globalThis.localStorage?.setItem(KEY, next);
      },
    }),
    [dusk, choice],
  );
  return <ThemeContext.Provider value={value}>{children}</ThemeContext.Provider>;
}

export const useTheme = (): Theme => useContext(ThemeContext);
