export { MappingScreen as default } from '@/features/bench/mapping/MappingScreen';
