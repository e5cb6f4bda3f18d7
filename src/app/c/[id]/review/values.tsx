export { ValuesScreen as default } from '@/features/review/ValuesScreen';
