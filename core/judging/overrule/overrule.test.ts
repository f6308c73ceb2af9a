import { type Judgement } from '../../record/judgement';
import { judgeOak } from '../../testing/judge';

describe('overruling', () => {
  const sick = { signs: [{ id: 'basal-conk', zone: 'collar', kind: 'bracket' }] };
  it('takes the person’s band, keeps the rules’ beside it, and says it is milder', () => {
    const a = judgeOak({ ...sick, overrules: [{ what: 'soundness', to: 'weakness', why: 'an old dry bracket on a dead buttress' }] });
    expect(a.soundness.band).toBe('weakness');
    expect(a.soundness.overruled).toEqual({ from: 'serious weakness', why: 'an old dry bracket on a dead buttress' });
    expect(a.soundness.reasons.join(' ')).toMatch(/Fruiting body at the base/);
    expect(a.overruled).toEqual([expect.objectContaining({ what: 'soundness', from: 'serious weakness', to: 'weakness', milder: true })]);
    expect(a.note).toMatch(/Calculated structure: serious defect\. I set defect: an old dry bracket/);
  });
  it('options, outlook and date follow the person’s word', () => {
    const worse = judgeOak({ overrules: [{ what: 'soundness', to: 'act first', why: 'it moved when I pushed' }] });
    expect(worse.options[0]?.do).toBe('close off now');
    expect(worse.outlook).toBe('short');
    expect(worse.comeBack.by <= '2026-07-10').toBe(true);
    expect(worse.overruled[0]?.milder).toBe(false);
  });
  it.each([
    ['vigour', 'failing', (a: Judgement) => a.vigour.band],
    ['hiddenDecay', 'likely', (a: Judgement) => a.hiddenDecay.band],
    ['outlook', 'short', (a: Judgement) => a.outlook],
    ['comeBack', '2027-01-15', (a: Judgement) => a.comeBack.by],
    ['option', 'keep as habitat', (a: Judgement) => a.options[0]?.do],
    ['cause', 'waterlogging-stress', (a: Judgement) => a.agents[0]?.agent],
  ] as const)('%s to %s', (what, to, get) => {
    const a = judgeOak({
      signs: [{ id: 'thin-crown', zone: 'crown-top', percent: 35 }],
      overrules: [{ what, to, why: 'seen before here' }],
    });
    expect(get(a)).toBe(to);
    expect(a.overruled).toHaveLength(1);
    expect(a.note).toMatch(/seen before here/);
  });
  // What a second pair of eyes is sent for: a milder word than the rules'. Everything that can be overruled, both ways.
  it.each([
    ['vigour', 'thriving', 'failing'],
    ['soundness', 'weakness', 'act first'],
    ['hiddenDecay', 'possible', null],
    ['outlook', 'long-term', 'dead'],
    ['failure', 'improbable', 'imminent'],
    ['option', 'watch', 'remove'],
    ['cause', 'cause unknown', null],
    ['comeBack', '2031-01-01', '2026-07-02'],
  ] as const)('of %s: %s is the milder word, %s is not', (what, milder, harsher) => {
    const request = {
      signs: [
        { id: 'basal-conk', zone: 'collar', kind: 'bracket' },
        { id: 'thin-crown', zone: 'crown-top', percent: 35 },
      ],
      beneath: [{ what: 'people-passing', howOften: 'frequent' }],
    };
    const flag = (to: string) =>
      judgeOak({ ...request, overrules: [{ what, to, why: 'seen before here' }] }).overruled.map((o) => o.milder);
    expect(flag(milder)).toEqual([true]);
    if (harsher !== null) expect(flag(harsher)).toEqual([false]);
  });
  it('a harsher word on a tree that nothing was found on is no milder one', () => {
    for (const [what, to] of [
      ['hiddenDecay', 'likely'],
      ['soundness', 'weakness'],
      ['failure', 'probable'],
    ] as const)
      expect(
        judgeOak({ beneath: [{ what: 'road', howOften: 'frequent' }], overrules: [{ what, to, why: 'seen before here' }] }).overruled,
      ).toEqual([expect.objectContaining({ what, to, milder: false })]);
  });
  it('an option put first keeps its own reasons behind the person’s, and every other its place', () => {
    const plain = judgeOak(sick).options;
    const chosen = plain[1];
    const set = judgeOak({ ...sick, overrules: [{ what: 'option', to: chosen?.do, why: 'agreed with the owner' }] }).options;
    expect(set[0]).toEqual({ ...chosen, because: ['Moved to first by the inspector: agreed with the owner', ...(chosen?.because ?? [])] });
    expect(set.slice(1)).toEqual(plain.filter((option) => option.do !== chosen?.do));
  });
  it('a cause the person holds for right goes first, and every other stays with its own probability', () => {
    const signs = [{ id: 'thin-crown', zone: 'crown-top', percent: 35 }];
    const plain = judgeOak({ signs }).agents;
    const chosen = plain.find(({ agent }, i) => i > 1 && agent !== 'cause unknown')?.agent ?? '';
    const set = judgeOak({ signs, overrules: [{ what: 'cause', to: chosen, why: 'seen before here' }] }).agents;
    expect(set[0]).toMatchObject({ agent: chosen, probability: plain.find(({ agent }) => agent === chosen)?.probability });
    expect(set.slice(1)).toEqual(plain.filter(({ agent }) => agent !== chosen));
  });
  it.each([
    ['soundness', 'fine'],
    ['outlook', 'for ever'],
    ['comeBack', '2020-01-01'],
    ['option', 'paint it'],
    ['cause', 'goblins'],
    ['failure', 'maybe'],
  ])('%s to "%s" is no answer and changes nothing', (what, to) => {
    const plain = judgeOak(sick);
    const a = judgeOak({ ...sick, overrules: [{ what, to, why: 'because' }] });
    expect(a.overruled).toEqual([]);
    expect({ ...a }).toEqual({ ...plain });
  });
  it.each(['soon', '2026-13-45'])('a day that is none is refused at the door: %s', (to) =>
    expect(() => judgeOak({ overrules: [{ what: 'comeBack', to, why: 'because' }] })).toThrow(/is not a date/),
  );
  it('needs a reason', () => expect(() => judgeOak({ overrules: [{ what: 'vigour', to: 'failing', why: ' ' }] })).toThrow(/why/));
  it('a sign set aside by the person stops counting, stays in the record, and can be told from a normal one', () => {
    const a = judgeOak({ signs: [{ id: 'loose-bark', zone: 'stem-n', cover: 10, leftAside: 'poster paste, not bark' }] });
    expect(a.soundness.band).toBe('no weakness seen');
    expect(a.normalHere).toEqual([{ sign: 'loose-bark', zone: 'stem-n', why: 'Set aside by the inspector: poster paste, not bark' }]);
  });
});
