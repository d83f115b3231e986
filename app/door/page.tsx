import { doorView } from '@/server/room/door-view';
import { house } from '@/server/wiring';
import { wayIn, whoIfAny } from '@/server/room/current-user';
import { Door } from '@/ui/door/door';

type Asked = { searchParams: Promise<Record<string, string | string[] | undefined>> };
const one = (x: string | string[] | undefined): string => (typeof x === 'string' ? x : '');

/** Where a phone comes in, and where somebody is told that a page is not theirs. */
export default async function DoorPage({ searchParams }: Asked) {
  const asked = await searchParams;
  const { way } = await wayIn();
  return (
    <Door
      {...doorView(house(), await whoIfAny(), way)}
      code={one(asked.code)}
      to={one(asked.to)}
      notYours={one(asked['not-yours']) !== ''}
    />
  );
}
