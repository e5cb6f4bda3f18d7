export { SignOffScreen as default } from '@/features/review/signOff/SignOffScreen';
