export { TracesScreen as default } from '@/features/logs/seen/TracesScreen';
