export { ReviewScreen as default } from '@/features/review/ReviewScreen';
