export { DelayPlace as default } from '@/ui/delay/delay-place';
