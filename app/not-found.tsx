import { Link } from '@/ui/kit/link';

export default function NotFound() {
  return (
    <section className="work min-h-[60vh]">
      <h1 className="mt-10 text-34">Nothing at this address</h1>
      <p className="mt-3">
        The shipment may be archived, or the code mistyped.{' '}
        <Link className="font-semibold text-tide" href="/consignments">
          See all shipments
        </Link>
        .
      </p>
    </section>
  );
}
