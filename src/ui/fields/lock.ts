'use client'
import { createContext, useContext } from 'react'

/** True where fields show a record that must not be changed. Views, tables and workings stay usable. */
export const FieldsLocked = createContext(false)
export const useLocked = (): boolean => useContext(FieldsLocked)
