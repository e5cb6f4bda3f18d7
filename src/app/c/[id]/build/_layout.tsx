export { BuildLayout as default } from '@/features/build/BuildLayout';
export { LoadFailure as ErrorBoundary } from '@/features/shell/LoadFailure';
