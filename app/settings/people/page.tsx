import { peopleView } from '@/server/room/room-view';
import { whoIsHere } from '@/server/room/current-user';
import { house } from '@/server/wiring';
import { People } from '@/ui/people/people';

export default async function PeoplePage() {
  return <People {...peopleView(house(), await whoIsHere())} />;
}
