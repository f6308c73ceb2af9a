import { act, fireEvent, render, screen, waitFor } from '@testing-library/react';
import type { Photo } from '@dendrix/core/record';
import { keepPicture, keptPicture } from '@/offline/pictures';
import { PhotoPicker } from './PhotoPicker';
import { PhotoView } from './PhotoView';
import { photoWords, Thumbnail } from './Thumbnail';

jest.mock('@/offline/pictures', () => ({
  keepPicture: jest.fn(async () => undefined),
  keptPicture: jest.fn(async () => undefined),
  dropPicture: jest.fn(),
}));

/** A worker that answers what the test tells it to. */
class FakeWorker {
  static answer: unknown = null;
  static ended = 0;
  onmessage: ((event: { data: unknown }) => void) | null = null;
  onerror: (() => void) | null = null;
  postMessage() {
    if (FakeWorker.answer !== null) setTimeout(() => this.onmessage?.({ data: FakeWorker.answer }), 0);
  }
  terminate() {
    FakeWorker.ended++;
  }
}
beforeEach(() => {
  (global as unknown as { Worker: unknown }).Worker = FakeWorker;
  URL.createObjectURL = jest.fn(() => 'blob:made');
  URL.revokeObjectURL = jest.fn();
  (keptPicture as jest.Mock).mockResolvedValue(undefined);
  FakeWorker.answer = null;
});

const photo: Photo = {
  id: '01976a00-0000-7000-8000-000000000001',
  zone: 'stem-e',
  sign: 'cavity',
  takenAt: '2026-06-14T10:05:00.000Z',
  timeFrom: 'picture',
  latitude: 45.62,
  longitude: -31.2,
  width: 1600,
  height: 1200,
  bytes: 300_000,
};
const file = new File(['x'], 'bark.jpg', { type: 'image/jpeg' });
const choose = (onPhoto = jest.fn()) => {
  render(<PhotoPicker zone="stem-e" sign="cavity" of="cavity" onPhoto={onPhoto} />);
  fireEvent.change(screen.getByLabelText('Album: cavity'), { target: { files: [file] } });
  return onPhoto;
};

describe('taking a picture', () => {
  it('offers the camera and the album, each named for what it is of', () => {
    render(<PhotoPicker zone="stem-e" sign="cavity" of="cavity" onPhoto={() => {}} />);
    expect(screen.getByRole('button', { name: 'Take photo of cavity' })).toBeTruthy();
    expect(screen.getByRole('button', { name: 'Choose photo of cavity' })).toBeTruthy();
    expect(screen.getByLabelText('Camera: cavity').getAttribute('capture')).toBe('environment');
    expect(screen.getByLabelText('Album: cavity').getAttribute('capture')).toBeNull();
  });
  it('keeps it on the device first, then hands over its record with time and place from the picture', async () => {
    const blob = new Blob(['small'], { type: 'image/jpeg' });
    FakeWorker.answer = {
      made: { blob, width: 1600, height: 1200, takenAt: '2026-06-14T10:05:00.000Z', latitude: 45.62, longitude: -31.2 },
    };
    const onPhoto = choose();
    await waitFor(() => expect(onPhoto).toHaveBeenCalledTimes(1));
    expect(onPhoto.mock.calls[0][0]).toMatchObject({
      zone: 'stem-e',
      sign: 'cavity',
      timeFrom: 'picture',
      takenAt: '2026-06-14T10:05:00.000Z',
      latitude: 45.62,
      bytes: blob.size,
    });
    expect(keepPicture).toHaveBeenCalledWith(onPhoto.mock.calls[0][0].id, blob);
  });
  it('without a time in the picture the device’s is taken and named so', async () => {
    FakeWorker.answer = { made: { blob: new Blob(['s']), width: 10, height: 10, takenAt: null, latitude: null, longitude: null } };
    const onPhoto = choose();
    await waitFor(() => expect(onPhoto).toHaveBeenCalled());
    expect(onPhoto.mock.calls[0][0]).toMatchObject({ timeFrom: 'device', latitude: null });
  });
  it('what cannot be read is said, and nothing is handed over', async () => {
    FakeWorker.answer = { problem: 'This photo cannot be read. Take it again, or choose a JPEG or PNG.' };
    const onPhoto = choose();
    await screen.findByText('This photo cannot be read. Take it again, or choose a JPEG or PNG.');
    expect(onPhoto).not.toHaveBeenCalled();
  });
  it('a full device is said, and nothing is handed over', async () => {
    (keepPicture as jest.Mock).mockRejectedValueOnce(new Error('quota'));
    FakeWorker.answer = { made: { blob: new Blob(['s']), width: 10, height: 10, takenAt: null, latitude: null, longitude: null } };
    const onPhoto = choose();
    await screen.findByText(/storage may be full/);
    expect(onPhoto).not.toHaveBeenCalled();
  });
  it('can be stopped while it is made ready', async () => {
    choose();
    const before = FakeWorker.ended;
    await screen.findByText('Preparing photo …');
    fireEvent.click(screen.getByRole('button', { name: 'Stop' }));
    expect(FakeWorker.ended).toBeGreaterThan(before);
    expect(screen.queryByText('Preparing photo …')).toBeNull();
  });
});

describe('showing a picture', () => {
  it('shows the device’s own copy while it is not sent, the server’s thumbnail after', async () => {
    (keptPicture as jest.Mock).mockResolvedValue(new Blob(['own']));
    const { unmount } = render(<Thumbnail photo={photo} />);
    await waitFor(() => expect(screen.getByRole('img').outerHTML).toContain('blob:made'));
    unmount();
    (keptPicture as jest.Mock).mockResolvedValue(undefined);
    render(<Thumbnail photo={photo} arrived />);
    await act(async () => {});
    expect(screen.getByRole('img').outerHTML).toContain(`/api/v1/photos/${photo.id}?size=thumbnail`);
  });
  it('says in words what it shows, where and when', () => {
    expect(photoWords(photo)).toBe('Cavity, east side of the stem, 14 June 2026');
    expect(photoWords({ ...photo, sign: null })).toMatch(/^The whole, east side/);
  });
  it('opens in full with where its time and place come from', async () => {
    const onClose = jest.fn();
    render(<PhotoView photo={photo} arrived onClose={onClose} />);
    await act(async () => {});
    expect(screen.getByText(/Time from the photo file; taken at 45\.62000, -31\.20000/)).toBeTruthy();
    fireEvent.click(screen.getAllByRole('button', { name: 'Close' }).at(-1) as HTMLElement);
    expect(onClose).toHaveBeenCalled();
  });
  it('one without a place says so', async () => {
    render(<PhotoView photo={{ ...photo, latitude: null, longitude: null, timeFrom: 'device' }} arrived={false} onClose={() => {}} />);
    await act(async () => {});
    expect(screen.getByText(/Time of the device when it was chosen; no position in the photo file/)).toBeTruthy();
  });
});
