export { RehearsalPlace as default } from '@/ui/rehearsal/rehearsal-place';
