export { GalleryPlace as default } from '@/ui/gallery/gallery-place';
