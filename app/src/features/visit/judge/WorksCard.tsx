import { useState } from 'react';
import { View } from 'react-native';
import Svg, { Circle, Line, Text } from 'react-native-svg';

import { type Judgement, type WorksJudged } from '@dendrix/core/record';
import { ROOT_STANDARD_WORDS, WORKS_WORDS } from '@dendrix/core/words';
import { WORKS, type Works } from '@dendrix/core/record';
import { parseLength } from '@dendrix/core/units';
import { treeUnit } from '@dendrix/core/measuring';
import { useSettings, useUnits } from '@/features/shell/settings';
import { lengthWords } from '@/features/shell/words';
import { Body, Heading, Small } from '@/ui/text';
import { Button, Choice } from '@/ui/button';
import { Card, Remark } from '@/ui/surface';
import { Field } from '@/ui/field';
import { useTheme } from '@/ui/theme';
import type { VisitDraft } from '@/offline/draft';
import type { ChangeDraft } from '../useDraft';

/** Works planned near the tree, against its root zone. */
export function WorksCard({ draft, judgement, change }: { draft: VisitDraft; judgement: Judgement; change: ChangeDraft }) {
  const { settings } = useSettings();
  const [open, setOpen] = useState(draft.works.length > 0);
  const [kind, setKind] = useState<Works['kind']>('trench');
  const [typed, setTyped] = useState('');
  const m = typed.trim() === '' ? null : parseLength(typed, treeUnit(settings));
  if (!open) return <Button onPress={() => setOpen(true)}>Works are planned near it</Button>;
  return (
    <Card className="gap-3">
      <Heading>Works near it</Heading>
      <Choice
        label="What is planned"
        options={WORKS.map((value) => ({ value, words: WORKS_WORDS[value].replace(/^an? /, '') }))}
        value={kind}
        onChange={setKind}
      />
      <Field
        label="Nearest distance to the stem"
        value={typed}
        inputMode="decimal"
        suffix={treeUnit(settings)}
        onChangeText={setTyped}
        problem={typed.trim() !== '' && m === null ? 'This is no length. Write a number, such as 3.5.' : null}
      />
      <Button
        disabled={m === null}
        onPress={() => {
          change((now) => ({ works: [...now.works, { kind, distance: m ?? 0 }] }));
          setTyped('');
        }}
      >
        Add these works
      </Button>
      {judgement.works ? (
        <>
          <RootPlan works={judgement.works} />
          {judgement.works.works.map((one, i) => (
            <View key={i} className="gap-1">
              <Remark mood={one.where === 'outside the root zone' ? 'settled' : 'caution'}>
                <View className="gap-1">
                  <Body>{one.says}</Body>
                  {one.needs.length > 0 ? <Small className="text-ink">Needs {one.needs.join('; ')}.</Small> : null}
                </View>
              </Remark>
              <Button label={`Take back works ${i + 1}`} onPress={() => change((now) => ({ works: now.works.filter((_w, j) => j !== i) }))}>
                Take back
              </Button>
            </View>
          ))}
          <Small>
            By {ROOT_STANDARD_WORDS[judgement.works.standard]}; the roots that hold it by{' '}
            {judgement.works.structuralFrom === 'AS 4970' ? 'AS 4970' : 'the same'}.
          </Small>
        </>
      ) : draft.works.length > 0 ? (
        <Remark mood="caution">Measure the stem first: the root zone follows from its diameter.</Remark>
      ) : null}
    </Card>
  );
}

const SIDE = 200;

/** The root zone from above, the roots that hold it inside, and where the works would lie. */
function RootPlan({ works }: { works: WorksJudged }) {
  const { palette: p } = useTheme();
  const units = useUnits();
  const reach = Math.max(works.radius, ...works.works.map((w) => w.distance)) * 1.15;
  const r = (m: number) => (m / reach) * (SIDE / 2);
  const mid = SIDE / 2;
  return (
    <View className="items-center">
      <Svg
        width={SIDE}
        height={SIDE}
        viewBox={`0 0 ${SIDE} ${SIDE}`}
        role="img"
        aria-label={`Root zone of ${lengthWords(works.radius, units, 'tree')} from above, with the planned works`}
      >
        <Circle cx={mid} cy={mid} r={r(works.radius)} fill={p.lichenWash} stroke={p.lichen} strokeWidth={1.6} />
        <Circle
          cx={mid}
          cy={mid}
          r={r(works.structuralRadius)}
          fill={p.sulphurWash}
          stroke={p.ink}
          strokeWidth={1.2}
          strokeDasharray="4 3"
        />
        <Circle cx={mid} cy={mid} r={4} fill={p.ink} />
        {works.works.map((one, i) => (
          <Line key={i} x1={mid + r(one.distance)} x2={mid + r(one.distance)} y1={6} y2={SIDE - 6} stroke={p.oxide} strokeWidth={2.4} />
        ))}
        <Text x={mid} y={mid - r(works.radius) + 14} fontSize={12} fontFamily="Atkinson_700" textAnchor="middle" fill={p.ink}>
          {lengthWords(works.radius, units, 'tree')}
        </Text>
      </Svg>
    </View>
  );
}
