import { Navigate, Outlet } from 'react-router';
import { usePerson } from '../data/session.js';

/** Pages on which only the lead can do anything; others are sent to the day. */
export function LeadOnly() {
  return usePerson().role === 'lead' ? <Outlet /> : <Navigate to="/" replace />;
}
