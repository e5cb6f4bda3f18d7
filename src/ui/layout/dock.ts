import { createContext } from 'react';

/** Where a page keeps what must stay within reach: null until it is drawn, undefined outside a page. */
export const DockPlace = createContext<Element | null | undefined>(undefined);
