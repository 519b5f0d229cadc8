export { ShowsPlace as default } from '@/ui/show/shows-place';
