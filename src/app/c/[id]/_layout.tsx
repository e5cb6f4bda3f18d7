export { CalibrationFrame as default } from '@/features/shell/CalibrationFrame';
