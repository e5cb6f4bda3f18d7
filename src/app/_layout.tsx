export { RootLayout as default } from '@/features/shell/RootLayout';
