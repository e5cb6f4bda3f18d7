export { CalibrationFrame as default } from '@/features/shell/CalibrationFrame';
export { LoadFailure as ErrorBoundary } from '@/features/shell/LoadFailure';
