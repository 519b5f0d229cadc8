export { NumbersPlace as default } from '@/ui/number/numbers-place';
