export { DriveScreen as default } from '@/features/review/drive/DriveScreen';
