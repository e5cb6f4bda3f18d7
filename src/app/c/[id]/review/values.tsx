export { ValuesScreen as default } from '@/features/review/values/ValuesScreen';
