export { PeoplePlace as default } from '@/ui/people/people-place';
