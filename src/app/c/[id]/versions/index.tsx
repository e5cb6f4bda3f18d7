export { VersionsScreen as default } from '@/features/documents/versions/VersionsScreen';
