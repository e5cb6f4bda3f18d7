import { Fragment, memo, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { View } from 'react-native';
import Svg, { Rect } from 'react-native-svg';
import { formatNumber } from '@/core/units';
import { Text } from '../text/Text';
import { axisShown } from '../chart/axisShown';
import { useShownBy } from '../units/shownBy';
import { CORNER, SPACE, useRoles, useScheme } from '../theme';
import { differenceColour, magnitudeColour } from '../theme/ramps';
import { cellAtPoint, type EvidenceCell, evidenceCells } from './evidenceGeometry';
import { type MovingPoint, MovingRing } from './MovingRing';

interface Props {
  label: string;
  x: readonly number[];
  y: readonly number[];
  xName: string;
  yName: string;
  /** What its left and right end are called; its first and last breakpoint where left out. */
  xEnds?: readonly [string, string];
  /** Of each cell: −1…1, how far off against the largest that is shown; or 0…1, how large. */
  shares: ArrayLike<number>;
  ramp: 'difference' | 'magnitude';
  evidence: ArrayLike<number>;
  /** Evidence that fills a cell. */
  enough: number;
  height: number;
  /** Where the engine is, while something is live. */
  moving?: MovingPoint;
  selected: number;
  onSelect: (cell: number) => void;
}

/**
 * A map of errors: a cell is bare where nothing was measured; inside, a square in the colour of the error grows with
 * evidence until it fills the cell. Touch it or use the arrows; what a cell says is written by the caller.
 */
export function EvidenceMap(props: Props) {
  const { label, x, y, xName, yName, height, selected, onSelect, moving } = props;
  const [left, right] = props.xEnds ?? [formatNumber(x[0], 0), formatNumber(x.at(-1), 0)];
  const roles = useRoles();
  const by = useShownBy();
  const [width, setWidth] = useState(320);
  const columns = x.length;
  const rows = y.length;
  const touch = ({ nativeEvent }: PointerEvent<HTMLElement>) => {
    const { offsetX, offsetY } = nativeEvent;
    onSelect(cellAtPoint(columns, rows, width, height, offsetX, offsetY));
  };
  const keys = (event: KeyboardEvent) => {
    const step = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[event.key];
    if (step === undefined) return;
    event.preventDefault();
    const column = Math.min(columns - 1, Math.max(0, (selected % columns) + (step[0] as number)));
    const row = Math.min(rows - 1, Math.max(0, Math.floor(selected / columns) + (step[1] as number)));
    onSelect(row * columns + column);
  };
  const cell = evidenceCells(columns, rows, props.evidence, props.enough, width, height)[selected];
  return (
    <View style={{ gap: SPACE.xs }}>
      {yName === '' ? null : (
        <Text kind="small" colour="muted">
          {axisShown(yName, by).label}
        </Text>
      )}
      <View
        role="group"
        aria-label={`${label}. Arrow keys move from cell to cell.`}
        {...({ tabIndex: 0, onKeyDown: keys, onPointerDown: touch } as object)}
        onLayout={({ nativeEvent }) => setWidth(Math.max(1, nativeEvent.layout.width))}
        style={{ width: '100%', height, borderRadius: CORNER.field, overflow: 'hidden', cursor: 'pointer' }}
      >
        <Svg width={width} height={height} style={{ pointerEvents: 'none' }}>
          <Cells {...props} width={width} />
          {cell === undefined ? null : (
            <Rect
              x={cell.x + 1}
              y={cell.y + 1}
              width={Math.max(1, cell.width - 2)}
              height={Math.max(1, cell.height - 2)}
              fill="none"
              stroke={roles.text}
              strokeWidth={2}
            />
          )}
        </Svg>
        {moving === undefined ? null : <MovingRing of={moving} x={x} y={y} width={width} height={height} />}
      </View>
      <View style={{ flexDirection: 'row', justifyContent: 'space-between' }}>
        <Text kind="small" colour="muted">
          {left}
        </Text>
        <Text kind="small" colour="muted">
          {xName}
        </Text>
        <Text kind="small" colour="muted">
          {right}
        </Text>
      </View>
    </View>
  );
}

type CellsProps = Pick<Props, 'x' | 'y' | 'shares' | 'ramp' | 'evidence' | 'enough' | 'height'> & {
  readonly width: number;
};

const Cells = memo(function Cells({ x, y, shares, ramp, evidence, enough, width, height }: CellsProps) {
  const roles = useRoles();
  const scheme = useScheme();
  const colourOf = (share: number) =>
    ramp === 'difference' ? differenceColour(share, scheme) : magnitudeColour(share);
  const inside = ({ x: left, y: top, width: w, height: h, filled }: EvidenceCell) => ({
    x: left + (w * (1 - filled)) / 2,
    y: top + (h * (1 - filled)) / 2,
    width: w * filled,
    height: h * filled,
  });
  return evidenceCells(x.length, y.length, evidence, enough, width, height).map((cell, i) => (
    <Fragment key={i}>
      <Rect x={cell.x} y={cell.y} width={cell.width} height={cell.height} fill={roles.ground} />
      {cell.filled === 0 ? null : (
        <Rect
          {...inside(cell)}
          fill={colourOf(shares[i] ?? 0)}
          stroke={ramp === 'difference' ? roles.muted : 'none'}
          strokeWidth={0.75}
        />
      )}
    </Fragment>
  ));
});
