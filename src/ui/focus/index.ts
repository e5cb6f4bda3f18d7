/**
 * Where the keyboard is: it goes from field to field, follows a change of page, and is never lost to the page.
 * What a key does lives with what it acts on.
 */
export { focusNextField } from './nextField';
export { useFocusKept } from './useFocusKept';
export { usePageFocus } from './usePageFocus';
