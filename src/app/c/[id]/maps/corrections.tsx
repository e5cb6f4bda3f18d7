export { CorrectionsScreen as default } from '@/features/maps/CorrectionsScreen';
