import { fireEvent, render, screen } from '@testing-library/react';
import { ZONES, type Zone } from '@dendrix/core/knowledge';
import { Scale } from '@/features/record/Scale';
import { Ladder } from './Ladder';
import { WalkRound, type ZoneState } from '../walk/WalkRound';

describe('the walk-round', () => {
  const states = new Map<Zone, ZoneState>(ZONES.map((zone) => [zone, zone === 'stem-n' ? 'clear' : zone === 'stem-se' ? 'sign' : 'blank']));
  it('names every zone and its state, and is worked by touch and by key', () => {
    const onPick = jest.fn();
    render(
      <WalkRound
        states={states}
        signs={[{ id: 'cavity', zone: 'stem-se', key: 'cavity@stem-se', height: 1.4 }]}
        current={null}
        onPick={onPick}
      />,
    );
    // All but the surroundings, which have a button of their own.
    expect(screen.getAllByRole('button')).toHaveLength(17);
    fireEvent.click(screen.getByRole('button', { name: 'north side of the stem: inspected, nothing found' }));
    fireEvent.keyDown(screen.getByRole('button', { name: /^south-east side of the stem: a sign here/ }), { key: 'Enter' });
    expect(onPick.mock.calls.map(([zone]) => zone)).toEqual(['stem-n', 'stem-se']);
  });
});

describe('the ladder', () => {
  it('says of each rung what it holds', () => {
    const onPick = jest.fn();
    const counts = { form: 0, bark: 2, twig: 1, leaf: 0, 'flower-fruit': 0, site: 0 };
    render(
      <Ladder
        rungs={{ form: 'open', bark: 'for', twig: 'against', leaf: 'open', 'flower-fruit': 'open', site: 'weak' }}
        counts={counts}
        current="bark"
        onPick={onPick}
      />,
    );
    expect(screen.getByRole('tab', { name: 'Bark: 2 marks, supports the leading name' }).getAttribute('aria-selected')).toBe('true');
    fireEvent.click(screen.getByRole('tab', { name: 'Twig: 1 marks, speaks against it' }));
    expect(onPick).toHaveBeenCalledWith('twig');
  });
});

describe('a scale', () => {
  it('leaves the scale blank for a band beside it', () => {
    render(
      <Scale
        label="Soundness"
        bands={['no weakness seen', 'weakness']}
        judged={{ band: 'no weakness seen on what was looked at', reasons: ['Not every side.'] }}
      />,
    );
    expect(screen.getByText('No defect seen on the parts inspected')).toBeTruthy();
    expect(screen.getByText('Not every side.')).toBeTruthy();
  });
});
