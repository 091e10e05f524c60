'use client';
import { useSearchParams } from 'next/navigation';
import { useCallback, useEffect, useRef, useState } from 'react';

export interface AddressHandle<Address> {
  readonly address: Address;
  /**
   * Changes what is named. `replace` where going back should not pass every step on the way; `later` where steps follow
   * one another faster than an address need be written: it is, once they rest.
   */
  go(change: Partial<Address>, how?: 'push' | 'replace' | 'later'): void;
}

/** How a screen's address is read from a query and written as a link; both outside any component, so that they stay the same. */
export interface AddressForm<Address> {
  read(query: URLSearchParams): Address;
  href(address: Address): string;
}

const REST_MS = 200;
const queryOf = (href: string): string => new URLSearchParams(href.split('?')[1] ?? '').toString();

/**
 * The address of a screen; changing it loads no page. It is kept here too, since the router follows a moment later and a
 * field that is typed in cannot wait for it.
 */
export function useAddress<Address>({ read, href }: AddressForm<Address>): AddressHandle<Address> {
  const query = useSearchParams().toString();
  const [address, setAddress] = useState(() => read(new URLSearchParams(query)));
  const latest = useRef(address);
  // Addresses made here that the router has not told of yet; it may leave some out.
  const made = useRef<string[]>([]);
  const resting = useRef(0);
  useEffect(() => () => clearTimeout(resting.current), []);
  useEffect(() => {
    const at = made.current.indexOf(query);
    made.current.splice(0, at + 1);
    const told = read(new URLSearchParams(query));
    if (at >= 0 || href(latest.current) === href(told)) return;
    made.current = [];
    latest.current = told;
    setAddress(told);
  }, [query, read, href]);
  const go = useCallback(
    (change: Partial<Address>, how: 'push' | 'replace' | 'later' = 'push') => {
      const next = { ...latest.current, ...change };
      latest.current = next;
      setAddress(next);
      clearTimeout(resting.current);
      const write = () => {
        made.current.push(queryOf(href(latest.current)));
        if (how === 'push') window.history.pushState(null, '', href(latest.current));
        else window.history.replaceState(null, '', href(latest.current));
      };
      if (how === 'later') resting.current = window.setTimeout(write, REST_MS);
      else write();
    },
    [href],
  );
  return { address, go };
}
