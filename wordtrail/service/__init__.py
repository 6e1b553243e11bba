"""What the API, the worker and the command line all do with what is kept: change a lesson, show it, finish a take,
give it out. Here core, media and store meet; nothing of HTTP, queues or arguments enters, and nothing slow happens
while the database waits.
"""
