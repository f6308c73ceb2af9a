// Messages of the catalogue: values, plurals, and the pseudo-language that marks every text of the application.
describe('a message', () => {
  /** The texts as a device has them that was opened in a language. */
  const opened = (language?: string) => {
    localStorage.clear();
    if (language) localStorage.setItem('dendrix-language', language);
    let room: typeof import('./access') | undefined;
    jest.isolateModules(() => {
      room = require('./access') as typeof import('./access');
    });
    if (!room) throw new Error('the catalogue was not loaded');
    return room.t;
  };
  afterEach(() => localStorage.clear());
  it('puts values in their places and counts', () => {
    const t = opened();
    expect(t('signedInOnDevices', { devices: 1 })).toBe('Signed in on 1 device.');
    expect(t('signedInOnDevices', { devices: 3 })).toBe('Signed in on 3 devices.');
  });
  it('stands in brackets in the pseudo-language, also where it has values', () => {
    const t = opened('en-XA');
    expect(t('cancel')).toBe('⟦Cancel⟧');
    expect(t('signedInOnDevices', { devices: 3 })).toBe('⟦Signed in on 3 devices.⟧');
  });
  it('is English where the device names a language we do not have', () => {
    const t = opened('tlh');
    expect(t('cancel')).toBe('Cancel');
  });
});
