'use client'

import { Printer } from 'lucide-react'
import { t } from '@/messages/report'

export const PrintButton = () => (
  <button type="button" className="btn btn-outline btn-sm" onClick={() => window.print()}>
    <Printer size={18} aria-hidden="true" />
    {t('report.print')}
  </button>
)
