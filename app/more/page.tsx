import { isOpenTo } from '@/server/room/menu';
import { whoIsHere } from '@/server/room/current-user';
import { Link } from '@/ui/kit/link';
import { more } from '@/words/en/more';

export default async function MorePage() {
  const { role } = await whoIsHere();
  return (
    <>
      <section className="chead">
        <h1>More</h1>
      </section>
      <section className="work grid content-start gap-x-10 gap-y-6 border-t border-rule-strong md:grid-cols-2">
        {more.map(([title, links]) => {
          const open = links.filter(([href]) => isOpenTo(role, href));
          return (
            open.length > 0 && (
              <section key={title}>
                <h2 className="mb-1 text-22">{title}</h2>
                <ul>
                  {open.map(([href, label, what]) => (
                    <li key={href} className="border-t border-rule">
                      <Link href={href} className="flex min-h-16 flex-wrap items-center gap-x-3 py-2 md:min-h-11">
                        <span className="w-44 font-semibold text-tide underline">{label}</span>
                        <span className="note">{what}</span>
                      </Link>
                    </li>
                  ))}
                </ul>
              </section>
            )
          );
        })}
      </section>
    </>
  );
}
