export { CountersScreen as default } from '@/features/bench/counters/CountersScreen';
