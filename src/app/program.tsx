export { ProgramPlace as default } from '@/ui/program/program-place';
