export { PathScreen as default } from '@/features/path/PathScreen';
