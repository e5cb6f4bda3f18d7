import { useRouter } from 'expo-router';
import { useMemo } from 'react';
import { View } from 'react-native';
import { buildSum, imageOf } from '@/core/ecuImage';
import { PROCEDURES } from '@/core/procedures';
import { type ProcedureResults, useProcedureResults } from '@/data/procedureResults';
import { useDocument } from '@/data/session/session';
import { Card, LinkRow, type MarkTone, StateMark } from '@/ui/layout';
import { SPACE } from '@/ui/theme';
import { lastWords } from './verdictWords';

const MARKS = { passed: 'good', failed: 'error', open: 'warning' } as const satisfies Record<
  ProcedureResults[string]['verdict'],
  MarkTone
>;

/** The procedures in the order they are done, each with how it ended last. */
export function ProcedureList({ id }: { id: string }) {
  const router = useRouter();
  const { results } = useProcedureResults(id);
  const document = useDocument();
  const build = useMemo(() => buildSum(imageOf(document)), [document]);
  return (
    <Card title="At the engine">
      <View style={{ gap: SPACE.s }}>
        {PROCEDURES.map(({ id: procedureId, title, what, minutes }) => {
          const result = results[procedureId];
          const last = lastWords(result, build);
          return (
            <LinkRow
              key={procedureId}
              label={title}
              detail={`${what} ${minutes} min.`}
              {...(result === undefined || last === null
                ? {}
                : {
                    state: (
                      <StateMark
                        tone={result.build === build ? MARKS[result.verdict] : 'plain'}
                        label={last}
                      />
                    ),
                  })}
              onPress={() => router.navigate(`/c/${id}/bench/${procedureId}`)}
            />
          );
        })}
      </View>
    </Card>
  );
}
