import { useEffect, useState } from 'react';

/* What a browser can tell of the device that it runs on, where it tells anything. */

interface Battery extends EventTarget {
  charging: boolean;
  /** From 0 to 1. */
  level: number;
}
interface Connection extends EventTarget {
  effectiveType?: string;
  type?: string;
  saveData?: boolean;
}
interface Telling {
  getBattery?: () => Promise<Battery>;
  connection?: Connection;
}

export interface DeviceState {
  /** Per cent, while it is not charged; null: it is, or nothing is known. */
  battery: number | null;
  slow: boolean;
  metered: boolean;
}

const UNKNOWN: DeviceState = { battery: null, slow: false, metered: false };

const ofConnection = (connection: Connection | undefined): Pick<DeviceState, 'slow' | 'metered'> => ({
  slow: /2g$/.test(connection?.effectiveType ?? ''),
  metered: connection?.type === 'cellular' || connection?.saveData === true,
});

/** Battery (W3C Battery Status) and connection (WICG Network Information) as they are now. */
export function useDeviceState(): DeviceState {
  const [state, setState] = useState(UNKNOWN);
  useEffect(() => {
    const { connection, getBattery } = navigator as unknown as Telling;
    const change = (part: Partial<DeviceState>): void => setState((known) => ({ ...known, ...part }));
    const connected = (): void => change(ofConnection(connection));
    connected();
    connection?.addEventListener('change', connected);
    let battery: Battery | null = null;
    let over = false;
    const charged = (): void => {
      if (battery) change({ battery: battery.charging ? null : Math.round(battery.level * 100) });
    };
    // A browser that will not say: nothing is known.
    void getBattery?.call(navigator).then(
      (known) => {
        if (over) return;
        battery = known;
        charged();
        for (const event of ['levelchange', 'chargingchange']) known.addEventListener(event, charged);
      },
      () => undefined,
    );
    return () => {
      over = true;
      connection?.removeEventListener('change', connected);
      for (const event of ['levelchange', 'chargingchange']) battery?.removeEventListener(event, charged);
    };
  }, []);
  return state;
}
