import type { Consignment } from '@/core/consignment/schema';

/** Whether animals pass a border of another country, where they are looked through (W21). */
export const crossesBorder = ({ sender, receiver }: Pick<Consignment, 'sender' | 'receiver'>): boolean =>
  Boolean(sender.place.country && receiver.place.country && sender.place.country !== receiver.place.country);
