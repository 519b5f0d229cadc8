export { FeedPage as default } from '@/ui/feed/feed-page';
