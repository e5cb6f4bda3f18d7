export { MissingMapsScreen as default } from '@/features/maps/ProposedMapsScreen';
