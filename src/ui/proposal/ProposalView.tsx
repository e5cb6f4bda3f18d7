import { useMemo, useState, type ReactNode } from 'react';
import { View } from 'react-native';
import {
  type CellRange,
  type MapDefinition,
  type MapProposal,
  proposalDifference,
  sameAxes,
  shownAs,
  shownMap,
} from '@/core/map';
import { formatNumber } from '@/core/units';
import { Button } from '../button/Button';
import { Chips } from '../button/Chips';
import { cellSelection, MapGrid, placeName, rangeSize, selectionRange, type Selection } from '../grid';
import { Card, Docked } from '../layout';
import { Text } from '../text/Text';
import { SPACE } from '../theme';
import { useShownBy } from '../units/shownBy';

interface Props {
  definition: MapDefinition;
  proposal: MapProposal;
  /** Choices that make the proposal anew, drawn above it. */
  choices?: ReactNode;
  /** The numbers it hangs on, drawn below it. */
  hangsOn?: ReactNode;
  /** It can only be accepted whole. */
  whole?: boolean;
  /** Null accepts all. */
  onAccept: (range: CellRange | null) => void;
  onRefuse: () => void;
  /** False where it shares its page with something that is docked already. */
  docked?: boolean;
}

type Shown = 'new' | 'difference' | 'old' | 'evidence';

/** Evidence is a count of what was measured, whatever the map holds. */
const EVIDENCE = { unit: '', decimals: 1 } as const;

/** A computed change that has not landed: old, new, difference and reasons; accepted whole, by region, or refused. */
export function ProposalView({
  definition: kept,
  proposal: computed,
  choices,
  hangsOn,
  whole = false,
  onAccept,
  onRefuse,
  docked = true,
}: Props) {
  const { definition, proposal } = useProposalShown(kept, computed);
  const { before, after } = proposal;
  const comparable = sameAxes(before, after);
  const [view, setView] = useState<Shown>(comparable ? 'difference' : 'new');
  const [selection, setSelection] = useState<Selection>(cellSelection({ column: 0, row: 0 }));
  const range = selectionRange(selection);
  const cells = rangeSize(range);
  const difference = proposalDifference(proposal);
  const changed = difference.filter((value) => value !== 0).length;
  const index = selection.corner.row * after.x.length + selection.corner.column;
  const number = (value: number | undefined) => formatNumber(value, definition.decimals);
  const shown =
    view === 'old' && before !== null
      ? before
      : view === 'difference'
        ? { ...after, values: difference }
        : view === 'evidence'
          ? { ...after, values: [...(proposal.evidence ?? [])] }
          : after;
  const actions = (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
      <Button label="Accept all" kind="primary" icon="check" onPress={() => onAccept(null)} />
      {comparable && !whole ? (
        <Button label={`Accept selection (${cells})`} onPress={() => onAccept(range)} />
      ) : null}
      <Button label="Refuse" icon="close" onPress={onRefuse} />
    </View>
  );
  return (
    <View style={{ gap: SPACE.l }}>
      <Card
        title="Proposal"
        intro={
          comparable
            ? `${changed} of ${after.values.length} cells would change. Nothing changes until you accept.`
            : 'A new map. Nothing changes until you accept.'
        }
      >
        {choices}
        {comparable ? (
          <Chips
            label="What to show"
            value={view}
            onChange={setView}
            options={[
              { id: 'difference', label: 'Difference' },
              { id: 'new', label: 'New' },
              { id: 'old', label: 'Old' },
              ...(proposal.evidence === undefined ? [] : [{ id: 'evidence' as const, label: 'Evidence' }]),
            ]}
          />
        ) : null}
        <MapGrid
          label={`Proposed ${definition.label}`}
          definition={view === 'evidence' ? { ...definition, ...EVIDENCE } : definition}
          map={shown}
          colours={view === 'difference' && comparable ? 'difference' : 'magnitude'}
          selection={selection}
          onSelection={setSelection}
        />
        <Text kind="number">
          {comparable
            ? `${placeName(definition, after, selection.corner)}: ${number(before?.values[index])} → ${number(after.values[index])} ${definition.unit}`
            : `${placeName(definition, after, selection.corner)}: ${number(after.values[index])} ${definition.unit}`}
        </Text>
        {proposal.evidence === undefined ? null : (
          <Text kind="small" colour="muted">
            {`Evidence in this cell: ${formatNumber(proposal.evidence[index], EVIDENCE.decimals)}`}
          </Text>
        )}
        {docked ? <Docked label="What becomes of the proposal">{actions}</Docked> : actions}
      </Card>
      {hangsOn}
      <Card title="Why these values">
        {proposal.reasons.map((reason) => (
          <View key={reason.text} style={{ gap: 2 }}>
            <Text>{reason.text}</Text>
            {reason.formula === undefined ? null : (
              <Text kind="number" colour="muted">
                {reason.formula}
              </Text>
            )}
          </View>
        ))}
      </Card>
    </View>
  );
}

/** A proposal and what it is for in the units chosen. */
function useProposalShown(definition: MapDefinition, proposal: MapProposal) {
  const { units, stoichiometricRatio } = useShownBy();
  return useMemo(() => {
    const as = shownAs(definition, units, stoichiometricRatio);
    const { before, after } = proposal;
    return {
      definition: as.definition,
      proposal: {
        ...proposal,
        before: before === null ? null : shownMap(before, as),
        after: shownMap(after, as),
      },
    };
  }, [definition, proposal, units, stoichiometricRatio]);
}
