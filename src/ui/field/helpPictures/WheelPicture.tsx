import { Circle, Line, Path } from 'react-native-svg';
import { useRoles } from '../../theme';
import { Drawing, Words } from './Drawing';

const CENTRE = { x: 96, y: 92 } as const;
/** Tooth places, and how many of them, the last, are left out. */
const PLACES = 18;
const LEFT_OUT = 2;
/** Radius of a tooth’s foot and head, px. */
const FOOT = 54;
const HEAD = 66;
/** The sensor stands at the top and the wheel turns clockwise: so far the first tooth has come by top dead centre, degrees. */
const FIRST_DEG = 60;

/** A point of the wheel, degrees from the top as it turns. */
function at(deg: number, radius: number): readonly [number, number] {
  const angle = ((deg - 90) * Math.PI) / 180;
  return [CENTRE.x + radius * Math.cos(angle), CENTRE.y + radius * Math.sin(angle)];
}

const point = (deg: number, radius: number) =>
  at(deg, radius)
    .map((value) => value.toFixed(1))
    .join(',');

/** The teeth that are there: those that pass the sensor later stand further back. */
function teeth(): string {
  const each = 360 / PLACES;
  return Array.from({ length: PLACES - LEFT_OUT }, (_, k) => {
    const deg = FIRST_DEG - k * each;
    return `M${point(deg - each / 4, FOOT)} L${point(deg - each / 5, HEAD)} L${point(deg + each / 5, HEAD)} L${point(deg + each / 4, FOOT)}`;
  }).join(' ');
}

/** A crank wheel: its places, the gap, the first tooth behind it, and the angle from there to top dead centre. */
export function WheelPicture() {
  const roles = useRoles();
  const [firstX, firstY] = at(FIRST_DEG, HEAD);
  return (
    <Drawing
      height={184}
      says="A crank wheel that turns clockwise, with two teeth left out. The first tooth is the first behind the gap; the angle from it to top dead centre of cylinder 1, in the direction of turning, is what is entered. Left-out teeth count as places."
    >
      <Circle cx={CENTRE.x} cy={CENTRE.y} r={FOOT} fill={roles.raised} stroke={roles.line} />
      <Path d={teeth()} fill={roles.muted} stroke={roles.muted} />
      <Path
        d={`M${point(0, 38)} A38,38 0 0 1 ${point(FIRST_DEG, 38)}`}
        fill="none"
        stroke={roles.accent}
        strokeWidth={3}
      />
      <Line x1={CENTRE.x} y1={CENTRE.y} x2={firstX} y2={firstY} stroke={roles.accent} strokeWidth={2} />
      <Line
        x1={CENTRE.x}
        y1={CENTRE.y}
        x2={CENTRE.x}
        y2={10}
        stroke={roles.steel}
        strokeWidth={2}
        strokeDasharray="5 4"
      />
      <Words x={CENTRE.x + 8} y={16} colour="steel">
        the sensor, at TDC of cylinder 1
      </Words>
      <Words x={firstX + 8} y={firstY + 4} colour="accent">
        first tooth
      </Words>
      <Words x={176} y={110} colour="muted">
        it turns clockwise: the
      </Words>
      <Words x={176} y={128} colour="muted">
        gap came before. Left-out
      </Words>
      <Words x={176} y={146} colour="muted">
        teeth count as places
      </Words>
    </Drawing>
  );
}
