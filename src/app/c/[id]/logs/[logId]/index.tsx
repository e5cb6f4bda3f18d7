export { LogScreen as default } from '@/features/logs/LogScreen';
