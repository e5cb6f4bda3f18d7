export { ProcedureScreen as default } from '@/features/bench/procedures/ProcedureScreen';
