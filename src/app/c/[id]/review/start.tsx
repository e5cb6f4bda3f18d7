export { DryStartScreen as default } from '@/features/review/start/DryStartScreen';
