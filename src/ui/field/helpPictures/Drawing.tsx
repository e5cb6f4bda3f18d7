import type { ReactNode } from 'react';
import { View } from 'react-native';
import Svg, { Text as SvgText } from 'react-native-svg';
import { FONT, type Roles, useRoles } from '../../theme';

/** All help pictures are drawn on this, and grow with the sheet. */
export const WIDTH = 320;

/** A drawing that says by its name what it shows. */
export function Drawing({ says, height, children }: { says: string; height: number; children: ReactNode }) {
  return (
    <View role="img" aria-label={says} style={{ width: '100%', maxWidth: 420, aspectRatio: WIDTH / height }}>
      <Svg width="100%" height="100%" viewBox={`0 0 ${WIDTH} ${height}`}>
        {children}
      </Svg>
    </View>
  );
}

interface WordsProps {
  x: number;
  y: number;
  children: string;
  colour?: keyof Roles;
  anchor?: 'start' | 'middle' | 'end';
}

/** A word in a drawing. */
export function Words({ x, y, children, colour = 'text', anchor = 'start' }: WordsProps) {
  const roles = useRoles();
  return (
    <SvgText x={x} y={y} fontSize={13} fontFamily={FONT.text} fill={roles[colour]} textAnchor={anchor}>
      {children}
    </SvgText>
  );
}
