import { useState } from 'react';
import { Pressable, View } from 'react-native';
import type { InjectionFacts, LogFit } from '@/core/log';
import { CAUSE_LIST, type RankedCause, type RankedCauses } from '@/core/logCauses';
import { Card, Sentences } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { CORNER, SPACE, useSizes, useRoles } from '@/ui/theme';
import { CausePattern } from './CausePattern';
import { causesHeadline, causeWords, leftWords, likelihoodWords, listedCauses } from './causeWords';
import { MendButton } from './MendButton';

interface Props {
  causes: RankedCauses;
  fit: LogFit;
  /** What counts as right, a share. */
  tolerance: number;
  facts: InjectionFacts | null;
  /** The logs that say so. */
  logIds: readonly string[];
}

/** What lies behind the errors: each cause with how likely it is, what it leaves over, and what would tell or mend it. */
export function CausesCard({ causes, fit, tolerance, facts, logIds }: Props) {
  const [open, setOpen] = useState<RankedCause['id'] | null>(null);
  const sensors = new Set(fit.bins.map(({ sensor }) => sensor)).size;
  const listed = listedCauses(causes, tolerance);
  return (
    <Card title="What lies behind it">
      <View role="status" aria-label="What lies behind it">
        <Sentences sentences={[causesHeadline(causes, tolerance, facts, sensors)]} />
      </View>
      <View role="list" aria-label="Causes" style={{ gap: SPACE.s }}>
        {listed.map((cause) => (
          <View key={cause.id} role="listitem">
            <CauseRow
              cause={cause}
              found={causes.found}
              words={causeWords(cause, facts, sensors)}
              open={open === cause.id}
              onOpen={(is) => setOpen(is ? cause.id : null)}
            />
            {open === cause.id ? (
              <View style={{ gap: SPACE.s, paddingVertical: SPACE.s }}>
                <CausePattern cause={cause} bins={fit.bins} facts={facts} sensors={sensors} />
                <Text>
                  <Text kind="strong">To tell it: </Text>
                  {causeWords(cause, facts, sensors).test}
                </Text>
                <MendButton cause={cause} logIds={logIds} />
              </View>
            ) : null}
          </View>
        ))}
      </View>
      {causes.untellable.length === 0 ? null : (
        <View role="list" aria-label="What this log cannot tell" style={{ gap: SPACE.xs }}>
          <Text kind="small" colour="muted">
            What this log cannot tell
          </Text>
          {causes.untellable.map(({ id, why }) => (
            <View key={id} role="listitem">
              <Text kind="small">{`${CAUSE_LIST.find((info) => info.id === id)?.label ?? id}: ${why}`}</Text>
            </View>
          ))}
        </View>
      )}
    </Card>
  );
}

interface RowProps {
  cause: RankedCause;
  found: number;
  words: { readonly label: string };
  open: boolean;
  onOpen: (open: boolean) => void;
}

const BAR_HEIGHT = 6;

function CauseRow({ cause, found, words, open, onOpen }: RowProps) {
  const roles = useRoles();
  const { target } = useSizes();
  const likely = likelihoodWords(cause.probability);
  const left = leftWords(cause, found);
  return (
    <Pressable
      role="button"
      aria-expanded={open}
      aria-label={`${words.label}, ${likely}, ${left}`}
      onPress={() => onOpen(!open)}
      style={{
        minHeight: target,
        gap: SPACE.xs,
        padding: SPACE.s,
        borderRadius: CORNER.field,
        borderWidth: 1,
        borderColor: open ? roles.accent : roles.line,
      }}
    >
      <View style={{ flexDirection: 'row', gap: SPACE.m }}>
        <View style={{ flex: 1 }}>
          <Text kind="strong">{words.label}</Text>
        </View>
        <Text kind="number">{likely}</Text>
      </View>
      <View style={{ height: BAR_HEIGHT, backgroundColor: roles.line }}>
        <View
          style={{
            height: BAR_HEIGHT,
            width: `${100 * cause.probability}%`,
            backgroundColor: roles.steel,
          }}
        />
      </View>
      <Text kind="small" colour="muted">
        {left}
      </Text>
    </Pressable>
  );
}
