export { CompareScreen as default } from '@/features/logs/compare/CompareScreen';
