export { MediaPlace as default } from '@/ui/media/media-place';
