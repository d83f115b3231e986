import { Link } from '@/ui/kit/link';
import type { RegisterView } from '@/server/papers/view';
import { ButtonLink } from '@/ui/kit/button';
import { Table } from '@/ui/kit/table';

/** The register of certificates of origin: what was given out, to whom, and when. It only grows. */
export function Register({ certificates }: RegisterView) {
  return (
    <>
      <section className="chead">
        <h1>Certificates of origin</h1>
        <p className="c2 pt-2">Numbered by year, kept as issued.</p>
      </section>
      <section className="work border-t border-rule-strong">
        {certificates.length === 0 ? (
          <p className="note">
            None issued yet. Make them under Papers of a shipment; the buyer shows them to inspectors.
          </p>
        ) : (
          <Table
            head={
              <>
                <th>Number</th>
                <th>Issued</th>
                <th>Shipment</th>
                <th>For</th>
                <th>Animals</th>
                <th />
              </>
            }
          >
            {certificates.map((x) => (
              <tr key={x.number}>
                <td className="num">
                  <b>{x.number}</b>
                </td>
                <td>{x.day}</td>
                <td>
                  <Link className="font-semibold text-tide" href={`/consignments/${x.code}/papers`}>
                    {x.code}
                  </Link>
                </td>
                <td>{x.buyer}</td>
                <td>{x.animals}</td>
                <td className="r">
                  <ButtonLink target="_blank" href={`/certificates/${x.number}`}>
                    PDF
                  </ButtonLink>
                </td>
              </tr>
            ))}
          </Table>
        )}
      </section>
    </>
  );
}
