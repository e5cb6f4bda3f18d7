export { StaleMapsScreen as default } from '@/features/maps/ProposedMapsScreen';
