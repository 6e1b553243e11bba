"""Where a lesson stands on its path of six waypoints, and what each of them still asks for. In: a lesson and what was
made of it. Out: waypoints, the next thing to do, what wants a look before it is recorded or shared.
"""
