import { registerView } from '@/server/papers/view';
import { house } from '@/server/wiring';
import { Register } from '@/ui/papers/register';

export default function CertificatesPage() {
  return <Register {...registerView(house())} />;
}
