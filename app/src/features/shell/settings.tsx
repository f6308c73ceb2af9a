import { createContext, useContext, useMemo, useState, type ReactNode } from 'react';
import { useQuery } from '@tanstack/react-query';
import { organisationPicks } from '@/data/keys';
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

function stored(): Partial<Settings> {
  try {
    return JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<Settings>;
  } catch {
    return {};
  }
}

const SettingsContext = createContext<{ settings: Settings; change: (part: Partial<Settings>) => void }>({
  settings: FIRST,
  change: () => {},
});

/** What somebody chose on this device; else what the organisation reads in, as far as it is known here; else what most do. */
export function SettingsProvider({ children }: { children: ReactNode }) {
  const [chosen, setChosen] = useState(stored);
  // Whoever needs the organisation's picks asks for them; here they are only read.
  const { data } = useQuery({ ...organisationPicks, enabled: false });
  const value = useMemo(
    () => ({
      settings: { ...FIRST, ...(data?.units ? { units: data.units, breastHeight: data.breastHeight } : {}), ...chosen },
      change(part: Partial<Settings>) {
        const next = { ...chosen, ...part };
        setChosen(next);
        localStorage.setItem(KEY, JSON.stringify(next));
      },
    }),
    [chosen, data],
  );
  return <SettingsContext.Provider value={value}>{children}</SettingsContext.Provider>;
}

export const useSettings = () => useContext(SettingsContext);

/** The unit system the person reads in. */
export const useUnits = (): UnitSystem => useSettings().settings.units;
