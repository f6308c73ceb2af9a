import { ApiProblem, BASE, NoSignal } from './api';
import { t } from '@/words/data';

/** Fetches a file and hands it to the person as a download. */
export async function download(path: string, name: string): Promise<void> {
  let response: Response;
  try {
    response = await fetch(`${BASE}${path}`, { credentials: 'same-origin' });
  } catch {
    throw new NoSignal();
  }
  if (!response.ok) throw new ApiProblem(response.status, t('theExportFailedSignInAgain'));
  saveAs(await response.blob(), name);
}

/** Hands something to the person as a file. */
export function saveAs(file: Blob, name: string): void {
  const url = URL.createObjectURL(file);
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
