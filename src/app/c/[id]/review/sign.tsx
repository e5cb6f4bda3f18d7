export { SignOffScreen as default } from '@/features/review/SignOffScreen';
