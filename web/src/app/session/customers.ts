import { inject, Injectable } from '@angular/core';
import { REACH_CUSTOMERS } from '@ash-knot/core';
import type { CustomerBody, CustomerView } from '@ash-knot/contract';
import { Api } from '../state/api';
import { Session } from './session';

/** How customers are reached: asked for when it is needed, and never kept on a device. */
@Injectable({ providedIn: 'root' })
export class Customers {
  private readonly api = inject(Api);
  private readonly session = inject(Session);

  /** Whether who works here puts things to customers. */
  mayKnow(): boolean {
    const role = this.session.person()?.role;
    return role !== undefined && REACH_CUSTOMERS.includes(role);
  }
  of(vehicle: string): Promise<CustomerView | null> {
    return this.api.get(`/vehicles/${vehicle}/customer`);
  }
  known(q: string): Promise<CustomerView[]> {
    return this.api.get('/customers', { q });
  }
  write(vehicle: string, c: CustomerBody | { readonly customer: string }): Promise<CustomerView> {
    return this.api.put(`/vehicles/${vehicle}/customer`, c);
  }
  forget(id: string): Promise<unknown> {
    return this.api.delete(`/customers/${id}`);
  }
}
