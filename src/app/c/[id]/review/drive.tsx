export { DriveScreen as default } from '@/features/review/DriveScreen';
