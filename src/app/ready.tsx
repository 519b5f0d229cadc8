export { ReadyPlace as default } from '@/ui/ready/ready-place';
