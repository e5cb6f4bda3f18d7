import { Line, Polygon } from 'react-native-svg';
import { useRoles } from '../../theme';
import { Drawing, Words } from './Drawing';

/** Two engines side by side: the rail over manifold pressure, and what is between them is what pushes fuel. */
const PANELS = [
  { title: 'Follows the manifold', left: 12, rail: [58, 22] },
  { title: 'Fixed', left: 172, rail: [40, 40] },
] as const;
const PANEL_WIDTH = 136;
const MANIFOLD = [118, 82] as const;

/** Fuel pressure over manifold pressure, under a regulator that follows the manifold and under one that does not. */
export function RegulatorPicture() {
  const roles = useRoles();
  return (
    <Drawing
      height={160}
      says="Rail pressure over manifold pressure. A regulator that follows the manifold raises the rail with boost, so the difference at the injector stays. Under a fixed one the rail stays, and the difference shrinks as boost rises."
    >
      {PANELS.map(({ title, left, rail: [low, high] }) => (
        <Panel key={title} title={title} left={left} low={low} high={high} />
      ))}
      <Words x={166} y={156} anchor="middle" colour="muted">
        manifold pressure rises to the right
      </Words>
      <Line x1={160} x2={160} y1={8} y2={136} stroke={roles.line} />
    </Drawing>
  );
}

function Panel({ title, left, low, high }: { title: string; left: number; low: number; high: number }) {
  const roles = useRoles();
  const right = left + PANEL_WIDTH;
  return (
    <>
      <Polygon
        points={`${left},${low} ${right},${high} ${right},${MANIFOLD[1]} ${left},${MANIFOLD[0]}`}
        fill={roles.raised}
      />
      <Line x1={left} y1={low} x2={right} y2={high} stroke={roles.accent} strokeWidth={3} />
      <Line
        x1={left}
        y1={MANIFOLD[0]}
        x2={right}
        y2={MANIFOLD[1]}
        stroke={roles.steel}
        strokeWidth={3}
        strokeDasharray="7 4"
      />
      <Words x={left} y={16}>
        {title}
      </Words>
      <Words x={left + 4} y={low - 12} colour="accent">
        rail
      </Words>
      <Words x={left + 4} y={MANIFOLD[0] + 16} colour="steel">
        manifold
      </Words>
      <Words
        x={left + PANEL_WIDTH / 2 + 6}
        y={(low + high + MANIFOLD[0] + MANIFOLD[1]) / 4 + 5}
        anchor="middle"
        colour="muted"
      >
        pushes fuel
      </Words>
    </>
  );
}
