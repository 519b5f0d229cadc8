export { FeedsPlace as default } from '@/ui/feed/feeds-place';
