'use client';

import { setKeys } from '@/server/settings/actions';
import { Switch } from './switch';

/** Single-letter keys help some hands and surprise others. */
export const KeysChoice = ({ on }: { on: boolean }) => (
  <Switch title="Keys" on={on} set={setKeys}>
    <b>Single letters act as keys</b> where no field has the focus; <kbd>?</kbd> lists them.
  </Switch>
);
