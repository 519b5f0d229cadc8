export { PointsPlace as default } from '@/ui/points/points-place';
