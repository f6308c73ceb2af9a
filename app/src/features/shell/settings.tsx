import { createContext, useContext, useMemo, useState, type ReactNode } from 'react';
import type { UnitSystem } from '@dendrix/core/units';

/** What a person sets for themselves on this device. */
export interface Settings {
  units: UnitSystem;
  stem: 'diameter' | 'girth';
  breastHeight: number;
  /** Whether simulated devices are offered beside the real ones. */
  simulate: boolean;
}

const FIRST: Settings = { units: 'metric', stem: 'girth', breastHeight: 1.3, simulate: false };
const KEY = 'dendrix-settings';

function stored(): Settings {
  try {
    return { ...FIRST, ...(JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<Settings>) };
  } catch {
    return FIRST;
  }
}

const SettingsContext = createContext<{ settings: Settings; change: (part: Partial<Settings>) => void }>({
  settings: FIRST,
  change: () => {},
});

export function SettingsProvider({ children }: { children: ReactNode }) {
  const [settings, setSettings] = useState(stored);
  const value = useMemo(
    () => ({
      settings,
      change(part: Partial<Settings>) {
        const next = { ...settings, ...part };
        setSettings(next);
        localStorage.setItem(KEY, JSON.stringify(next));
      },
    }),
    [settings],
  );
  return <SettingsContext.Provider value={value}>{children}</SettingsContext.Provider>;
}

export const useSettings = () => useContext(SettingsContext);

/** The unit system the person reads in. */
export const useUnits = (): UnitSystem => useSettings().settings.units;
