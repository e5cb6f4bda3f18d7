import { useRoles, type Roles } from '../theme';

interface Props {
  colour: keyof Roles;
  /** Of the line itself, px; its edge is as wide again. */
  width: number;
  /** The path. */
  d: string;
}

/** A line in its colour on the colour of the ground, so that it is seen on every cell; the numbers under it stay readable. */
export function Outlined({ colour, width, d }: Props) {
  const roles = useRoles();
  return (
    <g fill="none" strokeLinejoin="round">
      <path d={d} stroke={roles.ground} strokeWidth={2 * width} />
      <path d={d} stroke={roles[colour]} strokeWidth={width} />
    </g>
  );
}
