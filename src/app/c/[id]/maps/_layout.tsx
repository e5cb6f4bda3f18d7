export { MapsLayout as default } from '@/features/maps/MapsLayout';
export { LoadFailure as ErrorBoundary } from '@/features/shell/LoadFailure';
