// How long a test waits for what it asked for: on a busy machine a second is no sign of a fault. It only bounds what hangs.
require('@testing-library/react').configure({ asyncUtilTimeout: 30_000 });
jest.setTimeout(240_000);
// What a screen still reads from the device when its last test ends comes to an end before the file does; else it fails in the next file.
const later = setTimeout;
afterAll(() => {
  require('@testing-library/react').cleanup();
  return new Promise((resolve) => later(resolve, 100));
});
