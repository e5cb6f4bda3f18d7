export { InjectorsScreen as default } from '@/features/build/InjectorsScreen';
