import { laterLayout } from '@/features/shell/laterLayout';

export { LoadFailure as ErrorBoundary } from '@/features/shell/LoadFailure';
export default laterLayout(async () => (await import('@/features/build/BuildLayout')).BuildLayout);
