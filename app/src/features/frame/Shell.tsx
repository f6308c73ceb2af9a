import { Redirect, usePathname, useRouter } from 'expo-router';
import { useEffect, type ReactNode } from 'react';
import { Pressable, Text, View } from 'react-native';
import { useSafeAreaInsets } from 'react-native-safe-area-context';
import { useQuery } from '@tanstack/react-query';
import { aboutHere, myNotices, townDistricts } from '@/data/keys';
import { allowDays, forgetWithOthers, watchUnattended } from '@/offline/forget';
import { ClosedDoor, SignIn } from '@/features/session/SignIn';
import { useSession } from '@/features/shell/useSession';
import { OutboxProvider, useOutbox } from '@/offline/OutboxProvider';
import { listenToKeys } from '@/ui/keys';
import { Said, Small } from '@/ui/text';
import { useTheme } from '@/ui/theme';
import { useWide } from '@/ui/wide';
import { Icon, type IconName } from '@/features/shell/icons';
import { Shortcuts } from './Shortcuts';
import { useAside } from './aside';
import { useHeldFresh } from './useHeldFresh';
import { useLittleRoom } from './useRoom';
import { useLater } from './useLater';
import { megabytes } from '@/features/shell/words';
import { t } from '@/words/frame';

interface Place {
  icon: IconName;
  words: string;
  path: string;
}

const PLACES: readonly Place[] = [
  { icon: 'today', words: t('today'), path: '/today' },
  { icon: 'map', words: t('map'), path: '/map' },
  { icon: 'visit', words: t('startAVisit'), path: '/visit' },
  { icon: 'review', words: t('review'), path: '/review' },
  { icon: 'more', words: t('more'), path: '/more' },
];

/** Where there is room the library has a place of its own; on a phone it is the first thing under More. */
const RAIL_PLACES: readonly Place[] = [
  ...PLACES.slice(0, 4),
  { icon: 'library', words: t('library'), path: '/library' },
  ...PLACES.slice(4),
];

/** The frame of every screen, with the outbox of who is signed in. */
export function Shell({ children }: { children: ReactNode }) {
  const { account } = useSession();
  useEffect(listenToKeys, []);
  return (
    <OutboxProvider account={account}>
      <Frame>{children}</Frame>
    </OutboxProvider>
  );
}

/** A bar below on a phone, a rail at the left where there is room. A visit fills the phone alone. */
function Frame({ children }: { children: ReactNode }) {
  const { account, known, problem } = useSession();
  const wide = useWide();
  const pathname = usePathname();
  const { parcels, online, needsSignIn } = useOutbox();
  const room = useLittleRoom();
  const aside = useAside();
  const insets = useSafeAreaInsets();
  const inVisit = /^\/visit\/.+/.test(pathname);

  // Whoever comes by a one-time link has no name here yet.
  if (pathname.startsWith('/join/')) return <View className="flex-1 bg-paper">{children}</View>;
  if (!known) {
    if (problem) return <SignIn />;
    return <ClosedDoor />;
  }
  if (!account) return <SignIn />;
  if (account.owesFactor && pathname !== '/access') return <Redirect href="/access" />;
  const full = room ? t('storageNearlyFullLeftUploadYour', { megabytes: megabytes(room.left) }) : null;
  const refused = parcels.filter((parcel) => parcel.state === 'refused' && parcel.owner === account.id).length;
  const state = !online
    ? t('offlineKeepWorkingEverythingIs')
    : needsSignIn
      ? t('signInAgainToUpload')
      : refused > 0
        ? t('notAcceptedFixUnderMore', { refused })
        : parcels.length > 0
          ? t('toUpload', { parcels: parcels.length })
          : null;
  return (
    <View className={`flex-1 bg-paper ${wide ? 'flex-row' : ''}`} style={{ paddingTop: insets.top }}>
      <Shortcuts />
      <Ahead />
      {wide ? <Rail pathname={pathname} state={state} /> : null}
      <View className="min-h-0 min-w-0 flex-1" role="main">
        <DemonstrationLine />
        <Alarm words={aside} />
        <Alarm words={full} />
        {!wide && state && !inVisit ? (
          <View className="bg-sulphur-wash px-4 py-1" role="status">
            <Small className="text-ink">{state}</Small>
          </View>
        ) : null}
        {children}
      </View>
      {!wide && !inVisit ? <Bar pathname={pathname} bottom={insets.bottom} /> : null}
    </View>
  );
}

/** What has to be said above every screen. */
function Alarm({ words }: { words: string | null }) {
  if (words === null) return null;
  return (
    <View className="border-b border-rule bg-sulphur-wash px-4 py-1" role="alert">
      <Small className="font-body-bold text-ink">{words}</Small>
    </View>
  );
}

/** What is invented says so on every screen. */
function DemonstrationLine() {
  const { data } = useQuery(aboutHere);
  if (data?.kind !== 'demonstration') return null;
  return (
    <View className="border-b border-rule bg-slate-wash px-4 py-[2px]" role="note">
      <Small className="text-center text-[12px] leading-[16px] text-ink">{t('demonstrationTownPeopleAndTreesAre')}</Small>
    </View>
  );
}

/** Runs only while somebody is signed in. */
function Ahead() {
  useQuery(townDistricts);
  useAllowedDays();
  useHeldFresh();
  useLater(useSession().account?.id);
  return null;
}

/** How long this device may be without contact is written down where it can be read without any. */
function useAllowedDays(): void {
  const { data } = useQuery(aboutHere);
  useEffect(() => {
    if (data) allowDays(data.unattendedDays);
  }, [data]);
  // What stands on the screen goes with what is kept.
  useEffect(() => watchUnattended(() => window.location.replace('/')), []);
  useEffect(forgetWithOthers, []);
}

/** What a person is told and has not seen. It is asked for once the first screen stands, and again when somebody speaks to them. */
function useUnseen(): number {
  const { data } = useQuery(myNotices);
  return data?.unseen ?? 0;
}

const isAt = (pathname: string, path: string) => pathname === path || pathname.startsWith(`${path}/`);

function Bar({ pathname, bottom }: { pathname: string; bottom: number }) {
  const router = useRouter();
  const unseen = useUnseen();
  const { palette } = useTheme();
  return (
    <View
      role="navigation"
      aria-label={t('main')}
      className="flex-row items-end border-t-2 border-ink bg-sheet px-1 pt-1"
      style={{ paddingBottom: bottom + 4 }}
    >
      {PLACES.map((place) => {
        const on = isAt(pathname, place.path) || (place.icon === 'more' && isAt(pathname, '/library'));
        const centre = place.icon === 'visit';
        return (
          <Pressable
            key={place.path}
            role="link"
            aria-label={centre ? place.words : undefined}
            aria-current={on ? 'page' : undefined}
            onPress={() => router.navigate(place.path)}
            className={`min-h-[52px] flex-1 items-center justify-center gap-[2px] active:opacity-60 ${centre ? 'mx-1 rounded-md bg-oxide' : ''}`}
          >
            <Icon name={place.icon} colour={centre ? palette.onOxide : on ? palette.ink : palette.soft} size={centre ? 26 : 24} />
            <Text className={`font-body-bold text-[12px] ${centre ? 'text-on-oxide' : on ? 'text-ink underline' : 'text-soft'}`}>
              {centre ? t('visit') : place.icon === 'more' && unseen > 0 ? t('moreUnseen', { unseen }) : place.words}
            </Text>
            {place.icon === 'more' && unseen > 0 ? <Said>{t('newForYou')}</Said> : null}
          </Pressable>
        );
      })}
    </View>
  );
}

function Rail({ pathname, state }: { pathname: string; state: string | null }) {
  const router = useRouter();
  const unseen = useUnseen();
  const { palette } = useTheme();
  return (
    <View role="navigation" aria-label={t('main')} className="w-[176px] gap-1 border-r-2 border-ink bg-sheet px-3 py-5">
      <Text className="mb-4 px-2 font-head text-[24px] text-ink">{t('dendrix')}</Text>
      {RAIL_PLACES.map((place) => {
        const on = isAt(pathname, place.path);
        const main = place.icon === 'visit';
        return (
          <Pressable
            key={place.path}
            role="link"
            aria-current={on ? 'page' : undefined}
            onPress={() => router.navigate(place.path)}
            className={`min-h-[48px] flex-row items-center gap-3 rounded-md px-2 active:opacity-60 ${main ? 'my-2 bg-oxide' : on ? 'bg-paper' : ''}`}
          >
            <Icon name={place.icon} colour={main ? palette.onOxide : palette.ink} />
            <Text className={`font-body-bold text-[16px] ${main ? 'text-on-oxide' : 'text-ink'} ${on && !main ? 'underline' : ''}`}>
              {place.icon === 'more' && unseen > 0 ? t('moreNew', { unseen }) : place.words}
            </Text>
          </Pressable>
        );
      })}
      <View className="flex-1" />
      {state ? (
        <View className="rounded-md bg-sulphur-wash p-2" role="status">
          <Small className="text-ink">{state}</Small>
        </View>
      ) : null}
      <Small className="px-2 pt-2">{t('pressForKeys')}</Small>
    </View>
  );
}
