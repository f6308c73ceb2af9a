// How long a test waits for what it asked for: on a busy machine a second is no sign of a fault. It only bounds what hangs.
require('@testing-library/react').configure({ asyncUtilTimeout: 30_000 });
jest.setTimeout(240_000);
