import type { Ref } from 'react';
import { useRoles, type Roles } from '../theme';

interface Props {
  colour: keyof Roles;
  /** Of the line itself, px; its edge is as wide again. */
  width: number;
  /** The path; nothing where it is set by its reference, with {@link setOutline}. */
  d?: string;
  outline?: Ref<SVGGElement>;
}

/** A line in its colour on the colour of the ground, so that it is seen on every cell; the numbers under it stay readable. */
export function Outlined({ colour, width, d, outline }: Props) {
  const roles = useRoles();
  return (
    <g ref={outline} fill="none" strokeLinejoin="round">
      <path d={d} stroke={roles.ground} strokeWidth={2 * width} />
      <path d={d} stroke={roles[colour]} strokeWidth={width} />
    </g>
  );
}

/** Gives an outlined line another path, past React; one that is the same is not drawn again. */
export function setOutline(outline: SVGGElement | null, d: string): void {
  for (const path of outline?.children ?? []) if (path.getAttribute('d') !== d) path.setAttribute('d', d);
}
