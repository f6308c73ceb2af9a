// How long a test of this project may take.
jest.setTimeout(globalThis.PATIENCE * 1000);
