export { ProtectionScreen as default } from '@/features/maps/ProtectionScreen';
