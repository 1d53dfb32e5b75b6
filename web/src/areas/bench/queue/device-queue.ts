import { deviceStore } from './device-store.js';
import { EntryQueue } from './entry-queue.js';
import { sendEntry } from './send-entry.js';
import { browserTabs } from './tabs.js';

/** The one line of entries of this device. */
export const deviceQueue = new EntryQueue(deviceStore(), sendEntry, browserTabs());
