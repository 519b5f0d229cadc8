export { RecapPlace as default } from '@/ui/recap/recap-place';
