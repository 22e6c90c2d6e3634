"""Where files go: layouts, folders, versions, and the disks they lie on."""
