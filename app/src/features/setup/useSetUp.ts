import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { v7 as newId } from 'uuid';
import type { BackgroundView, DistrictSubmission } from '@dendrix/core/contracts';
import type { PlanRead } from '@dendrix/core/exchange/plan';
import { ApiProblem, call, NoSignal, put } from '@/data/api';
import { districtGiven, howFarSetUp, keepDistrict, townBackgrounds, townDistricts } from '@/data/keys';
import { t } from '@/words/setup';

/** A district that is being set up, and the way to keep a change of it. */
export function useDistrictGiven(id: string | null) {
  const client = useQueryClient();
  const query = useQuery({ ...districtGiven(id ?? ''), enabled: id !== null });
  const keep = useMutation({
    // Another district begins as this one is, but for what is said of it.
    mutationFn: ({ id: other, ...change }: Partial<DistrictSubmission> & { id?: string }) => {
      const key = other ?? id;
      if (key === null || !query.data) throw new Error(t('theDistrictIsNotHereYet'));
      return keepDistrict(key, { ...query.data, ...change });
    },
    onSettled: () =>
      Promise.all([
        client.invalidateQueries({ queryKey: townDistricts.queryKey }),
        client.invalidateQueries({ queryKey: howFarSetUp.queryKey }),
      ]),
  });
  return { given: query.data, problem: query.error, keep };
}

export interface BroughtIn {
  background: BackgroundView;
  read: Pick<PlanRead, 'counts' | 'passedOver' | 'box'> | null;
}

/** Sends a file of any size as it is, telling how far it is. */
function sendFile(path: string, file: File, tell: (share: number) => void): Promise<unknown> {
  // fetch tells nothing of how much was sent.
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest();
    request.open('PUT', `/api/v1${path}`);
    request.setRequestHeader('content-type', 'application/octet-stream');
    request.upload.onprogress = ({ loaded, total }) => tell(total > 0 ? loaded / total : 0);
    request.onerror = () => reject(new NoSignal());
    request.onload = () => {
      const body = JSON.parse(request.responseText || 'null') as { detail?: string } | null;
      if (request.status < 300) resolve(body);
      else reject(new ApiProblem(request.status, body?.detail ?? t('theServerGaveAnAnswerThat')));
    };
    request.send(file);
  });
}

interface MapFile {
  file: File;
  name: string;
  attribution: string;
  /** Null: a map of the whole town. */
  district: string | null;
}

/** Brings something in that is to lie behind the map, and takes it away. */
export function useBackgroundActs(tell: (share: number | null) => void) {
  const client = useQueryClient();
  const onSettled = () => {
    tell(null);
    return Promise.all(
      [townBackgrounds, howFarSetUp].map(({ queryKey }) => client.invalidateQueries({ queryKey: queryKey as readonly string[] })),
    );
  };
  return {
    bring: useMutation({
      mutationFn: async ({ file, name, attribution, district }: MapFile): Promise<BroughtIn> => {
        const kind = /\.pmtiles$/i.test(file.name) ? 'tiles' : 'plan';
        const query = new URLSearchParams({ kind, name, attribution, ...(district === null ? {} : { district }) });
        return (await sendFile(`/backgrounds/${newId()}?${query.toString()}`, file, tell)) as BroughtIn;
      },
      onSettled,
    }),
    drop: useMutation({ mutationFn: (id: string) => call('DELETE', `/backgrounds/${id}`), onSettled }),
  };
}

/** Leaves the first hour, or begins it again. */
export function useLeaveSetUp() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (isDone: boolean) => put('/set-up', { isDone }),
    onSettled: () => client.invalidateQueries({ queryKey: howFarSetUp.queryKey }),
  });
}
