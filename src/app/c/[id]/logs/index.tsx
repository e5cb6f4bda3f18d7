export { LogsScreen as default } from '@/features/logs/LogsScreen';
