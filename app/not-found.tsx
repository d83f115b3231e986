import { Link } from '@/ui/kit/link';

export default function NotFound() {
  return (
    <section className="work min-h-[60vh]">
      <h1 className="mt-10 text-34">There is nothing under this address</h1>
      <p className="mt-3">
        The consignment may have been put away, or the code mistyped.{' '}
        <Link className="font-semibold text-tide" href="/consignments">
          See all consignments
        </Link>
        .
      </p>
    </section>
  );
}
