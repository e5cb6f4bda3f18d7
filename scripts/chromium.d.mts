export const CHROMIUM_PACKAGE: string;
export const CHROMIUM: string;
