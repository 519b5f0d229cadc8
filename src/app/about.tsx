export { AboutPlace as default } from '@/ui/about/about-place';
