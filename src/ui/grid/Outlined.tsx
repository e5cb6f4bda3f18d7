import { useId, type Ref } from 'react';
import { useRoles, type Roles } from '../theme';

interface Props {
  colour: keyof Roles;
  /** Of the line itself, px; its edge is as wide again. */
  width: number;
  /** The path; nothing where it is set by its reference. */
  d?: string;
  path?: Ref<SVGPathElement>;
}

/** A line in its colour on the colour of the ground, so that it is seen on every cell; the numbers under it stay readable. */
export function Outlined({ colour, width, d, path }: Props) {
  const roles = useRoles();
  const id = useId();
  return (
    <g fill="none" strokeLinejoin="round">
      <defs>
        <path id={id} ref={path} d={d} />
      </defs>
      <use href={`#${id}`} stroke={roles.ground} strokeWidth={2 * width} />
      <use href={`#${id}`} stroke={roles[colour]} strokeWidth={width} />
    </g>
  );
}
