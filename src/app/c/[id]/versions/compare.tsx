export { CompareScreen as default } from '@/features/documents/versions/CompareScreen';
