'use client'

import { Moon, Sun } from 'lucide-react'

/** Light for the bench by day, dark against glare; kept on this device. */
export function ThemeButton() {
  const toggle = (): void => {
    const next = document.documentElement.dataset.theme === 'dark' ? 'light' : 'dark'
    document.documentElement.dataset.theme = next
    localStorage.setItem('foothold:theme', next)
  }
  return (
    <button
      type="button"
      onClick={toggle}
      className="grid size-8 cursor-pointer place-items-center rounded-md hover:bg-white/10"
      aria-label="Light or dark"
    >
      <Sun className="hidden size-4 dark:block" aria-hidden />
      <Moon className="size-4 dark:hidden" aria-hidden />
    </button>
  )
}
