'use client'
import { Box } from '@chakra-ui/react'
import { useEffect, useState } from 'react'
import { askForRoom, roomWords, type Room } from './storage-room'

export function StorageRoom() {
  const [room, setRoom] = useState<Room | null>(null)
  useEffect(() => {
    void askForRoom().then(setRoom)
  }, [])
  return (
    <Box mt="3" fontSize="xs" color="mute">
      Projects stay in this browser and in the files you export; nothing is sent anywhere. {room && roomWords(room)}
    </Box>
  )
}
