export { DryStartScreen as default } from '@/features/review/DryStartScreen';
