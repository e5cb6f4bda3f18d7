export { RootLayout as default } from '@/features/shell/RootLayout';
export { LoadFailure as ErrorBoundary } from '@/features/shell/LoadFailure';
