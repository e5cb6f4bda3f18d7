export { DocumentsScreen as default } from '@/features/documents/DocumentsScreen';
